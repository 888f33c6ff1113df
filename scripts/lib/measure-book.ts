import { item } from "@/core/place";
import type { Actor } from "@/server/auth/session";
import { setHearing } from "@/server/db/book-news";
import { pool } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { findKnownFailure } from "@/server/db/known-failures";
import { ask, askJson } from "@/server/views/ask/ask";
import { loadClosedJobs } from "@/server/views/closed-jobs";
import { loadKnownFailurePage } from "@/server/views/known-failure-page";
import { loadKnownFailuresView } from "@/server/views/known-failures";
import { loadKnownFor } from "@/server/views/known-for";
import { loadNumbers } from "@/server/views/numbers";
import { loadShelf } from "@/server/views/shelf";
import { loadSubject } from "@/server/views/subject";
import type { Vehicle } from "@/core/vehicle";
import { timed } from "./timing";

/** What the book answers, measured on one connection, one question after another. */

export interface BookAsked {
  readonly site: Site;
  readonly lead: Actor;
  readonly questions: readonly string[];
  readonly vehicles: readonly (Vehicle & { readonly odometerKm: number | null })[];
}

interface Step {
  readonly name: string;
  readonly calls: number;
  readonly warmUp: number;
  readonly work: (call: number) => Promise<unknown>;
}

/** Complaints by the words of a question as pg_trgm finds them by itself, the likest first: what a search costs at the least. */
const BARE = `
  select id
  from job
  where closed_at is not null and $1 <% complaint_searched
  order by $1 <<-> complaint_searched
  limit 20`;

/** Milliseconds of every call, ascending, by what was asked. */
export async function measureBook(asked: BookAsked): Promise<readonly (readonly [string, number[]])[]> {
  // As in the web server, which hears of every change of the book instead of asking before each answer.
  setHearing(true);
  const measured: [string, number[]][] = [];
  for (const { name, calls, warmUp, work } of await stepsOf(asked)) {
    measured.push([name, await timed(calls, warmUp, work)]);
    process.stdout.write(`  ${name} is measured.\n`);
  }
  setHearing(false);
  return measured;
}

async function stepsOf({ site, lead, questions, vehicles }: BookAsked): Promise<readonly Step[]> {
  const db = pool();
  const now = new Date();
  const question = (call: number) => item(questions, call % questions.length);
  const { component, model, code, known } = await commonest();
  const often = (name: string, work: Step["work"]): Step => ({ name, calls: 100, warmUp: 30, work });
  const seldom = (name: string, work: Step["work"]): Step => ({ name, calls: 5, warmUp: 1, work });
  return [
    // It takes seconds where there are many complaints.
    { name: "bare pg_trgm", calls: 25, warmUp: 3, work: (call) => db.query(BARE, [question(call)]) },
    often("GET /api/v1/ask", async (call) =>
      askJson(db, await ask(db, site, { typed: question(call), limit: 20, now })),
    ),
    often("closed jobs, searched", (call) =>
      loadClosedJobs(site, { search: question(call), result: null, oldestFirst: false, page: 0 }, now),
    ),
    often("known for, at the gate", (call) => {
      const { odometerKm, ...vehicle } = item(vehicles, call % vehicles.length);
      return loadKnownFor(db, site, vehicle, { odometerKm, now });
    }),
    seldom("known failures", () => loadKnownFailuresView(db)),
    seldom("a known failure", () => loadKnownFailurePage(site, known)),
    seldom("a component", () => loadSubject(site, { kind: "component", name: component, of: "" })),
    seldom("a code", () => loadSubject(site, { kind: "code", name: code, of: "" })),
    seldom("a model", () => loadSubject(site, { kind: "model", name: model.model, of: model.make })),
    seldom("shelf", () => loadShelf(site, now)),
    seldom("numbers, all years", () => loadNumbers(site, lead, { from: "", to: "", model: "", person: "" })),
    seldom("numbers, a year", () =>
      loadNumbers(site, lead, { from: "2024-01-01", to: "2024-12-31", model: "", person: "" }),
    ),
  ];
}

/** What has most jobs. */
async function commonest() {
  const { rows } = await pool().query<{
    component: string;
    make: string;
    model: string;
    code: string;
    known: string;
  }>(
    `select (select component from job_cause group by 1 order by count(*) desc limit 1) as component,
       (select split_part(feature, '|', 2) from feature_jobs where feature like 'code|%' order by jobs desc limit 1) as code,
       m.make, m.model, (select key from pattern order by key limit 1) as known
     from (
       select v.make, v.model from job j join vehicle v on v.id = j.vehicle_id group by 1, 2 order by count(*) desc limit 1
     ) m`,
  );
  const { component, make, model, code, known } = item(rows, 0);
  if (!(await findKnownFailure(pool(), known))) throw new Error("There is no known failure to measure.");
  return { component, code, known, model: { make, model } };
}
