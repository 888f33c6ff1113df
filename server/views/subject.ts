import "server-only";
import { codeStructure, genericText, readCode } from "@/core/codes";
import { appliesTo, causeKey, type Grade } from "@/core/book";
import { codeFeature } from "@/core/case";
import { exhaustive } from "@/core/exhaustive";
import { EVERY_VEHICLE, scopeText } from "@/core/known-failures";
import { wilson, type Interval } from "@/core/statistics";
import { causeMark, vehicleMarks, type Mark } from "@/core/lesson";
import type { Vehicle } from "@/core/vehicle";
import { causeName, type Labels } from "@/core/words";
import { loadLabels, proceduresByKey, speakingFailures } from "@/server/book/load";
import { readComponents } from "@/server/db/book";
import { searchCodeEntries } from "@/server/db/code-entries";
import type { SpeakingFailure } from "@/server/db/known-failures";
import { pool } from "@/server/db/pool";
import { sourceRecordsOf } from "@/server/db/repairs";
import type { Site } from "@/server/db/sites";
import {
  causesBehind,
  causesOfSubject,
  codesOfSubject,
  countSubject,
  failuresOf,
  latestJobsWith,
  latestOfSubject,
  modelsOfSubject,
  testsOfSubject,
  vainOfSubject,
  variantsOfSubject,
  type CauseSeenRow,
  type CountRow,
  type ModelRow,
  type Subject,
  type SubjectJob,
  type TestRow,
  type VainRow,
} from "@/server/db/subjects";
import { structureText } from "./codes";
import { CONFIDENCE, sourceLines, type SourceLine } from "./sources";

/** What the shop knows of a component, a code, an engine or a model. */
export interface SubjectPage {
  readonly subject: Subject;
  readonly title: string;
  /** What a code means, or of which system a component is. */
  readonly about: readonly string[];
  readonly jobs: number;
  readonly vehicles: number;
  readonly known: readonly {
    readonly key: string;
    readonly title: string;
    readonly grade: Grade;
    readonly scope: string;
  }[];
  readonly causes: readonly (CauseSeenRow & { readonly name: string; readonly share: Interval })[];
  readonly vain: readonly (VainRow & { readonly name: string })[];
  /** Of a component: what it was in truth where this one was fitted in vain. */
  readonly behind: readonly { readonly component: string; readonly name: string; readonly jobs: number }[];
  readonly tests: readonly (TestRow & { readonly title: string })[];
  /** Of a component: how its parts fared by where they were from. */
  readonly sources: readonly SourceLine[];
  readonly codes: readonly CountRow[];
  readonly models: readonly ModelRow[];
  readonly latest: readonly (SubjectJob & { readonly outcome: string })[];
}

/** Null where the book has no such thing. */
export async function loadSubject(site: Site, subject: Subject): Promise<SubjectPage | null> {
  const db = pool();
  const labels = await loadLabels(db);
  const jobs = await latestJobsWith(db, await marksOfSubject(subject));
  const counts = await countSubject(db, jobs);
  const head = await headOf(subject, labels);
  if (!head || (!counts.jobs && (subject.kind === "engine" || subject.kind === "model"))) return null;
  const isComponent = subject.kind === "component";
  const [causes, vain, tests, codes, models, latest, behind, sources, patterns, procedures, variants] =
    await Promise.all([
      causesOfSubject(db, jobs),
      vainOfSubject(db, jobs),
      testsOfSubject(db, jobs),
      codesOfSubject(db, jobs),
      modelsOfSubject(db, jobs),
      latestOfSubject(db, site.id, jobs),
      isComponent ? causesBehind(db, subject.name) : [],
      isComponent ? sourceRecordsOf(db, subject.name) : [],
      speakingFailures(db),
      proceduresByKey(db),
      subject.kind === "model" || subject.kind === "engine" ? variantsOfSubject(db, jobs) : [],
    ]);
  return {
    subject,
    ...head,
    ...counts,
    known: patterns
      .filter((pattern) => isKnownOf(pattern, subject, variants))
      .map(({ key, title, grade, applies }) => ({ key, title, grade, scope: scopeText(applies) })),
    causes: causes.map((cause) => ({
      ...cause,
      name: causeName(labels, cause),
      share: wilson(cause.jobs, Math.max(cause.jobs, counts.jobs), CONFIDENCE),
    })),
    vain: vain.map((row) => ({ ...row, name: labels.component(row.component) })),
    behind: behind.map((row) => ({ component: row.component, name: causeName(labels, row), jobs: row.jobs })),
    tests: tests.flatMap((row) => {
      const procedure = procedures.get(row.procedure);
      return procedure ? { ...row, title: procedure.title } : [];
    }),
    sources: sourceLines(sources),
    codes: codes.filter(({ name }) => subject.kind !== "code" || name !== subject.name),
    models,
    latest: latest.map((job) => ({
      ...job,
      outcome: job.causes.map((cause) => causeName(labels, cause)).join(" and ") || "no cause",
    })),
  };
}

/** By which its closed jobs are found. */
async function marksOfSubject({ kind, name, of }: Subject): Promise<readonly Mark[]> {
  const built = { make: of, model: name, year: 0, engine: name, transmission: null, drive: null, market: null };
  switch (kind) {
    case "component":
      return (await failuresOf(pool(), name)).map((failure) => causeMark(causeKey({ component: name, failure })));
    case "code":
      return [codeFeature(name)];
    case "engine":
    case "model":
      return [vehicleMarks(built)[kind] ?? ""];
    default:
      return exhaustive(kind, "marksOfSubject");
  }
}

/** Of a model or an engine it is what applies to such vehicles, and says something of which. */
function isKnownOf(
  { component, applies, codes }: SpeakingFailure,
  { kind, name }: Subject,
  variants: readonly Vehicle[],
): boolean {
  switch (kind) {
    case "component":
      return component === name;
    case "code":
      return codes.includes(name);
    case "engine":
    case "model":
      return scopeText(applies) !== scopeText(EVERY_VEHICLE) && variants.some((variant) => appliesTo(applies, variant));
  }
}

async function headOf(
  { kind, name, of }: Subject,
  labels: Labels,
): Promise<Pick<SubjectPage, "title" | "about"> | null> {
  switch (kind) {
    case "component": {
      const component = (await readComponents(pool())).find(({ key }) => key === name);
      return component ? { title: labels.component(name), about: [component.system] } : null;
    }
    case "code": {
      if (readCode(name) !== name) return null;
      const own = await searchCodeEntries(pool(), name);
      const meanings = own.map(({ make, meaning, note }) =>
        [make && `${make}: `, meaning, note && `. ${note}`].join(""),
      );
      return { title: name, about: [...meanings, genericText(name) ?? structureText(codeStructure(name))] };
    }
    case "engine":
      return { title: `Engine ${name}`, about: [] };
    case "model":
      return { title: `${of} ${name}`, about: [] };
  }
}
