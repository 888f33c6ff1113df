import "server-only";
import { EVERY_VEHICLE, NO_DETAILS, type KnownFailure } from "@/core/known-failures";
import { curePart, type JobFacts } from "@/core/job";
import { speaksFor } from "@/core/book";
import type { JobId } from "@/core/ids";
import { lowerFirst, causeName } from "@/core/words";
import { loadLabels } from "@/server/book/load";
import { readVocabulary } from "@/server/db/book";
import { modelChoices } from "@/server/db/catalogue";
import { readFacts } from "@/server/db/facts";
import { readKnownFailures } from "@/server/db/known-failures";
import { pool } from "@/server/db/pool";
import { readProcedures } from "@/server/db/procedures";
import type { Site } from "@/server/db/sites";
import { jobOf } from "./job-of";

/** What an editor of known failures chooses from. */
export async function loadEditorChoices(but: string | null) {
  const db = pool();
  const [words, procedures, known, models] = await Promise.all([
    readVocabulary(db),
    readProcedures(db),
    readKnownFailures(db),
    modelChoices(db),
  ]);
  return {
    words,
    models,
    procedures: procedures.map(({ key, title }) => ({ key, title })),
    others: known.flatMap(({ key, title }) => (key === but ? [] : { key, title })),
  };
}

/** A window around one odometer: most of what wears comes within a third of it. */
const [WINDOW_FROM, WINDOW_TO, WINDOW_STEP_KM] = [0.7, 1.4, 10_000];
/** A model year and those beside it share most of their parts. */
const YEARS_BESIDE = 1;

/** "This model does that": what a job says of a known failure, to be looked over and saved; null where the site has no such job. */
export async function fromJob(site: Site, id: JobId): Promise<Partial<KnownFailure> | null> {
  if (!(await jobOf(site.id, id))) return null;
  const db = pool();
  const [facts, labels] = await Promise.all([readFacts(db, id), loadLabels(db)]);
  const { vehicle, odometerKm, symptoms, codes } = facts;
  const cause = facts.finding?.causes[0] ?? null;
  const what = cause
    ? lowerFirst(causeName(labels, cause))
    : symptoms.map(({ key }) => lowerFirst(labels.symptom(key))).join(", ");
  return {
    title: `${vehicle.model}: ${what}`.slice(0, TITLE_MOST),
    component: cause?.component ?? null,
    failure: cause?.failure ?? null,
    place: cause?.place ?? null,
    applies: {
      ...EVERY_VEHICLE,
      make: vehicle.make,
      models: [vehicle.model],
      years: [vehicle.year - YEARS_BESIDE, vehicle.year + YEARS_BESIDE],
      engines: vehicle.engine ? [vehicle.engine] : [],
    },
    odometerKm: odometerKm === null ? null : [around(odometerKm, WINDOW_FROM), around(odometerKm, WINDOW_TO)],
    symptoms: symptoms.map(({ key }) => key),
    conditions: [...new Set(symptoms.flatMap(({ conditions }) => conditions))],
    codes: [...new Set(codes.map(({ code }) => code))],
    confirmBy: confirmedBy(facts),
    details: {
      ...NO_DETAILS,
      mark: curePart(facts)?.work?.improved ?? null,
      repairs: repairsOf(facts, labels.component),
    },
  };
}

const TITLE_MOST = 160;
const around = (km: number, share: number) => Math.round((km * share) / WINDOW_STEP_KM) * WINDOW_STEP_KM;

/** The test that spoke for the cause last. */
function confirmedBy({ tests, finding }: JobFacts): string | null {
  const causes = finding?.causes ?? [];
  const spoke = tests.findLast(({ effects }) =>
    effects.some(({ effect, component }) => speaksFor(effect) && causes.some((cause) => cause.component === component)),
  );
  return spoke?.procedure ?? null;
}

function repairsOf({ parts }: JobFacts, component: (key: string) => string) {
  return parts.flatMap((part) => {
    if (part.result === null || part.getHome) return [];
    const outcome = part.result === "no-change" ? ("in-vain" as const) : ("holds" as const);
    return { title: component(part.component), outcome, component: part.component, note: "" };
  });
}
