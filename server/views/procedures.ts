import "server-only";
import { cache } from "react";
import { causeName } from "@/core/words";
import type { Effect, Procedure } from "@/core/book";
import { asJobId } from "@/core/ids";
import { knownGood, type KnownGood } from "@/core/measure";
import { readAllProcedures, readProcedure } from "@/server/db/procedures";
import { readVocabulary, type Vocabulary } from "@/server/db/book";
import { findJob } from "@/server/db/jobs";
import type { Site } from "@/server/db/sites";
import { readTrail } from "@/server/db/trail";
import { pool } from "@/server/db/pool";
import { passedReadings } from "@/server/db/passed-readings";
import { loadLabels } from "@/server/book/load";

export interface ProcedureRow {
  readonly procedure: Procedure;
  readonly component: string | null;
}

/** The procedures whose title or component holds the search. */
export async function listProcedures(search: string): Promise<readonly ProcedureRow[]> {
  const [procedures, labels] = await Promise.all([readAllProcedures(pool()), loadLabels(pool())]);
  const wanted = search.toLowerCase();
  return procedures
    .map((procedure) => ({ procedure, component: procedure.component && labels.component(procedure.component) }))
    .filter(({ procedure, component }) => `${procedure.title} ${component ?? ""}`.toLowerCase().includes(wanted))
    .sort((a, b) => a.procedure.title.localeCompare(b.procedure.title));
}

const EFFECT_WORDS = {
  proves: "shows at the part itself:",
  confirms: "speaks strongly for",
  supports: "speaks for",
  weakens: "speaks against",
  clears: "rules out",
} as const;

export interface ProcedureView extends ProcedureRow {
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
