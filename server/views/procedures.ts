import "server-only";
import { cache } from "react";
import { causeName } from "@/core/words";
import type { Effect, Procedure } from "@/core/book";
import { asJobId } from "@/core/ids";
import { formatSpec, knownGood, type KnownGood } from "@/core/measure";
import { readAllProcedures, readProcedure, readProcedures, readProcedureSubjects } from "@/server/db/procedures";
import { readVocabulary, type Vocabulary } from "@/server/db/book";
import { findJob } from "@/server/db/jobs";
import type { Site } from "@/server/db/sites";
import { readTrail } from "@/server/db/trail";
import { namesOfShops } from "@/server/db/other-shops";
import { pool, type Db } from "@/server/db/pool";
import { passedReadings } from "@/server/db/passed-readings";
import { loadLabels } from "@/server/book/load";

/** A procedure as a list shows it. */
export interface ProcedureLine extends Pick<Procedure, "key" | "title" | "kind"> {
  readonly general: boolean;
  /** The other shop whose casebook it came with; null where it is our own. */
  readonly from: string | null;
  readonly proposed: boolean;
  readonly component: string | null;
  /** Names under which it is looked for: what its component is also called, and the codes and symptoms that it is done for. */
  readonly about: readonly string[];
  /** What is wanted, as it is written; null where nothing is measured. */
  readonly spec: string | null;
  /** Access included. */
  readonly minutes: number;
  /** Closed jobs with a cause on which it was done. */
  readonly done: number;
}

/** A procedure, and the other names under which it is looked for. */
export type FindableProcedure = Procedure & Pick<ProcedureLine, "about">;

/** The procedures that a job may use. */
export async function usableProcedures(): Promise<readonly FindableProcedure[]> {
  const db = pool();
  const [procedures, aboutOf] = await Promise.all([readProcedures(db), loadAbout(db)]);
  return procedures.map((procedure) => ({ ...procedure, about: aboutOf(procedure).names }));
}

/** What a procedure is about, in words: its component, what that is also called, and the codes and symptoms that it is done for. */
async function loadAbout(db: Db) {
  const [subjects, vocabulary] = await Promise.all([readProcedureSubjects(db), readVocabulary(db)]);
  const subjectsOf = new Map(subjects.map((each) => [each.procedure, each]));
  const components = new Map(vocabulary.components.map((word) => [word.key, word]));
  const symptoms = new Map(vocabulary.symptoms.map((word) => [word.key, word]));
  return ({ key, component }: Pick<Procedure, "key" | "component">) => {
    const about = subjectsOf.get(key);
    const word = components.get(component ?? "");
    return {
      component: word?.label ?? null,
      done: about?.jobs ?? 0,
      names: [
        ...(word ? [word.label, ...(word.also ?? [])] : []),
        ...(about?.codes ?? []),
        ...(about?.symptoms ?? []).flatMap((symptom) => symptoms.get(symptom)?.label ?? []),
      ],
    };
  };
}

/** Every procedure, what is only proposed included. */
export async function listProcedures(): Promise<readonly ProcedureLine[]> {
  const db = pool();
  const [procedures, aboutOf, shops] = await Promise.all([
    readAllProcedures(db),
    loadAbout(db),
    namesOfShops(db, "procedure"),
  ]);
  return procedures
    .map((procedure) => {
      const { key, title, kind, general = false, proposed, minutes, accessMinutes } = procedure;
      const { component, done, names } = aboutOf(procedure);
      return {
        key,
        title,
        kind,
        general,
        from: shops.get(key) ?? null,
        proposed,
        component,
        about: names,
        spec: specText(procedure),
        minutes: minutes + accessMinutes,
        done,
      };
    })
    .sort((a, b) => a.title.localeCompare(b.title));
}

function specText({ spec, specs }: Procedure): string | null {
  if (!spec) return null;
  return specs.length ? `${formatSpec(spec)}, ${specs.length} by variant` : formatSpec(spec);
}

const EFFECT_WORDS = {
  proves: "shows at the part itself:",
  confirms: "speaks strongly for",
  supports: "speaks for",
  weakens: "speaks against",
  clears: "rules out",
} as const;

export interface ProcedureView {
  readonly procedure: Procedure;
  /** The other shop whose casebook it came with; null where it is our own. */
  readonly from: string | null;
  readonly component: string | null;
  readonly outcomes: readonly { readonly label: string; readonly effects: readonly string[] }[];
  /** What good parts read here; null where too few were measured. */
  readonly knownGood: KnownGood | null;
}

/** One procedure with what its outcomes do to suspects, in words; null where there is none. Looked up once for a page. */
export const loadProcedure = cache(async (key: string): Promise<ProcedureView | null> => {
  const db = pool();
  const procedure = await readProcedure(db, key);
  if (!procedure) return null;
  const labels = await loadLabels(db);
  const nameOf = (component: string, failure: string | null) =>
    failure === null ? labels.component(component) : causeName(labels, { component, failure });
  return {
    procedure,
    from: (await namesOfShops(db, "procedure")).get(key) ?? null,
    component: procedure.component && labels.component(procedure.component),
    outcomes: procedure.outcomes.map(({ label, effects }) => ({
      label,
      effects: effects.map(
        ({ component, failure, effect }) => `${EFFECT_WORDS[effect]} ${nameOf(component, failure).toLowerCase()}`,
      ),
    })),
    knownGood: knownGood(await passedReadings(db, key)),
  };
});

/** Words that an editor of procedures chooses from. */
export async function loadBookWords(): Promise<Pick<Vocabulary, "components" | "failures">> {
  const { components, failures } = await readVocabulary(pool());
  return { components, failures };
}

interface Start {
  readonly title: string;
  readonly minutes: number | null;
  readonly outcome: string;
  readonly effects: readonly Effect[];
}

const NOTHING: Start = { title: "", minutes: null, outcome: "", effects: [] };

/** What somebody did in one entry of a job, as the start of a procedure; nothing where there is no such test. */
export async function loadProcedureStart(site: Site, job: string, seq: number): Promise<Start> {
  const id = asJobId(job);
  const found = id && (await findJob(pool(), site.id, id));
  if (!found) return NOTHING;
  const entry = (await readTrail(pool(), found.id)).find((each) => each.seq === seq);
  if (entry?.body.kind !== "test") return NOTHING;
  const { title, outcomeLabel, effects } = entry.body;
  return { title, minutes: entry.minutes, outcome: outcomeLabel, effects };
}
