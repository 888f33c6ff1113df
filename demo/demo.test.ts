import { expect, test } from "vitest";
import { vinCheckDigit } from "@/core/vehicle";
import { readFacts } from "@/server/db/facts";
import { pool } from "@/server/db/pool";
import type { JobId } from "@/core/ids";
import { DEMO_TEMPLATE, givenDatabase } from "@/tests/support/database";
import { REPAIRS, knownFailures, PROCEDURES } from "./book";
import { ARCHIVED_JOBS } from "./archive";
import { GENERATED_JOBS } from "./generated";
import { KINDS } from "./kinds";
import { loadDemo } from "./load";
import { STORIES } from "./stories";

givenDatabase(DEMO_TEMPLATE);

async function rows<T extends object>(query: string): Promise<T[]> {
  return (await pool().query<T>(query)).rows;
}

test("is loaded once, and loading it again changes nothing", async () => {
  const counts = "select (select count(*) from job) as jobs, (select count(*) from entry) as entries";
  const [before] = await rows<{ jobs: number; entries: number }>(counts);
  expect(before?.jobs).toBe(ARCHIVED_JOBS + GENERATED_JOBS + STORIES);
  expect(before?.entries).toBeGreaterThan(5 * GENERATED_JOBS);
  expect(await loadDemo(new Date(), () => {})).toEqual({ loaded: false, jobs: 0 });
  expect(await rows(counts)).toEqual([before]);
});

test("holds every kind of ending: proved, came back, two causes, works as designed, not solved, and work under way", async () => {
  const ids = await rows<{ id: JobId }>("select id from job");
  const jobs = await Promise.all(ids.map(({ id }) => readFacts(pool(), id)));
  const closed = jobs.filter((job) => job.closed);
  expect(
    closed.filter(({ proof }) => proof.some(({ step, result }) => step === "follow-up" && result === "held")).length,
  ).toBeGreaterThan(10);
  expect(jobs.filter(({ proof }) => proof.some(({ result }) => result === "came-back")).length).toBeGreaterThan(1);
  expect(closed.filter(({ finding }) => (finding?.causes.length ?? 0) > 1).length).toBeGreaterThan(0);
  expect(
    closed.filter(({ finding }) => finding?.causes.some(({ failure }) => failure === "works-as-designed")).length,
  ).toBeGreaterThan(0);
  expect(closed.filter(({ finding }) => finding?.result === "unresolved").length).toBeGreaterThan(0);
  expect(jobs.length - closed.length).toBeGreaterThan(1);
  expect(jobs.filter(({ parts }) => parts.some(({ result }) => result === "no-change")).length).toBeGreaterThan(5);
});

test("gives every vehicle a VIN with the right check digit under a made-up maker code, and a plate of its own", async () => {
  const vehicles = await rows<{ vin: string; plate: string | null; year: number }>(
    "select vin, plate, year from vehicle",
  );
  expect(vehicles.length).toBeGreaterThan(60);
  for (const { vin } of vehicles) expect(vin.charAt(8), vin).toBe(vinCheckDigit(vin));
  expect(new Set(vehicles.map(({ vin }) => vin.slice(0, 3)))).toEqual(new Set(["U9T", "U9K", "U9M"]));
  // What was brought over from elsewhere has no plate.
  const plates = vehicles.flatMap(({ plate }) => plate ?? []);
  expect(plates.length).toBeGreaterThan(60);
  expect(new Set(plates).size).toBe(plates.length);
});

test("runs up to the day it is started and never beyond", async () => {
  const [span] = await rows<{ last: Date; first: Date; backwards: number }>(
    `select max(at) as last, min(at) as first,
       (select count(*) from entry a join entry b on b.job_id = a.job_id and b.seq = a.seq + 1 
        join job j on j.id = a.job_id where b.at < a.at and j.key not like 'archive-%') as backwards
     from entry`,
  );
  const day = 24 * 3600 * 1000;
  expect(Date.now() - (span?.last.getTime() ?? 0)).toBeGreaterThan(0);
  expect(Date.now() - (span?.last.getTime() ?? 0)).toBeLessThan(2 * day);
  expect(Date.now() - (span?.first.getTime() ?? 0)).toBeGreaterThan(300 * day);
  expect(span?.backwards).toBe(0);
});

test("has a book whose parts fit together", async () => {
  const causes = new Set(REPAIRS.map(({ component, failure }) => `${component}/${failure}`));
  const components = new Set(REPAIRS.map(({ component }) => component));
  const procedures = new Map(PROCEDURES.map((procedure) => [procedure.key, procedure]));
  const strays = PROCEDURES.flatMap(({ key, outcomes }) =>
    outcomes.flatMap(({ effects }) =>
      effects
        .filter(({ component, failure }) =>
          failure ? !causes.has(`${component}/${failure}`) : !components.has(component),
        )
        .map(({ component, failure }) => `${key}: ${component}/${failure}`),
    ),
  );
  expect(strays).toEqual([]);
  for (const { confirmBy, component, failure, key } of knownFailures(() => new Date(0).toISOString())) {
    if (component) expect(causes, key).toContain(`${component}/${failure}`);
    if (confirmBy) expect(procedures.has(confirmBy), key).toBe(true);
  }
  for (const { cause, tests, vain } of KINDS) {
    expect(causes).toContain(cause);
    for (const [wrong] of vain) expect(causes, cause).toContain(wrong);
    for (const [procedure, outcome] of tests)
      expect(
        procedures.get(procedure)?.outcomes.map(({ key }) => key),
        `${cause}: ${procedure}`,
      ).toContain(outcome);
  }
});

test("keeps the version of a procedure that each of its tests used", async () => {
  const strays = await rows(
    `select t.job_id
     from job_test t
     left join procedure_version v on v.procedure = t.procedure and v.version = t.version
     join job j on j.id = t.job_id
     where t.procedure is not null and j.key not like 'archive-%' and v.body ->> 'title' is distinct from t.title`,
  );
  expect(strays).toEqual([]);
  expect(PROCEDURES.some(({ specs }) => specs.length > 0)).toBe(true);
});
