import "server-only";
import Papa from "papaparse";
import type { SiteId } from "@/core/ids";
import type { Db } from "@/server/db/pool";
import { exportedJobs } from "./export";
import type { CasebookJob } from "./shape";

/** A site's jobs for a spreadsheet: one row a job, one a test, one a part. */
export const TABLES = {
  jobs: {
    columns: [
      "key",
      "opened at",
      "closed at",
      "make",
      "model",
      "year",
      "engine",
      "transmission",
      "drive",
      "market",
      "vin",
      "odometer km",
      "complaint",
      "symptoms",
      "codes",
      "modules read",
      "modules without answer",
      "tests",
      "parts",
      "minutes",
      "finding",
      "causes",
      "proof",
      "comeback of",
    ],
    rowsOf: (job: CasebookJob) => [jobRow(job)],
  },
  tests: {
    columns: ["job", "place", "procedure", "outcome", "minutes", "readings"],
    rowsOf: ({ key, tests }: CasebookJob) =>
      tests.map(({ procedure, outcome, minutes, readings }, at) => [
        key,
        at + 1,
        procedure,
        outcome,
        minutes,
        readings
          .map(
            ({ label, value, unit }) =>
              `${label ? `${label}: ` : ""}${value === undefined ? "open" : `${value} ${unit}`}`,
          )
          .join("; "),
      ]),
  },
  parts: {
    columns: ["job", "place", "component", "failure", "part number", "source", "minutes", "cost", "currency", "result"],
    rowsOf: ({ key, parts }: CasebookJob) =>
      parts.map(({ component, failure, partNumber, source, minutes, cost, result }, at) => [
        key,
        at + 1,
        component,
        failure,
        partNumber,
        source,
        minutes,
        cost?.amount ?? null,
        cost?.currency ?? null,
        result,
      ]),
  },
} as const;

export type TableName = keyof typeof TABLES;

/** Whether there is such a table. */
export const isTableName = (name: string): name is TableName => Object.hasOwn(TABLES, name);

type Cell = string | number | null;

function jobRow(job: CasebookJob): readonly Cell[] {
  const { vehicle, tests, parts, finding } = job;
  const minutes = [...tests, ...parts].reduce((sum, each) => sum + each.minutes, 0);
  const under = (conditions: readonly string[]) => (conditions.length ? ` (${conditions.join(", ")})` : "");
  return [
    job.key,
    job.openedAt,
    job.closedAt,
    vehicle.make,
    vehicle.model,
    vehicle.year,
    vehicle.engine,
    vehicle.transmission,
    vehicle.drive,
    vehicle.market,
    vehicle.vin,
    job.odometerKm,
    job.complaint,
    job.symptoms.map(({ key, conditions }) => key + under(conditions)).join("; "),
    job.codes.map(({ code, module, status }) => [code, module, status].filter(Boolean).join(" ")).join("; "),
    job.modulesScanned.join("; "),
    job.modulesSilent.join("; "),
    tests.length,
    parts.length,
    minutes,
    finding?.result ?? null,
    (finding?.causes ?? []).map(({ component, failure }) => `${component}/${failure}`).join("; "),
    job.proof.map(({ step, result }) => `${step} ${result}`).join("; "),
    job.comebackOf,
  ];
}

/** One table as CSV, in pieces. Text that a spreadsheet would take for a formula is kept from being one. */
export async function* exportTable(db: Db, siteId: SiteId, name: TableName): AsyncGenerator<string> {
  const { columns, rowsOf } = TABLES[name];
  const csv = (rows: readonly (readonly Cell[])[]) =>
    rows.length ? `${Papa.unparse(rows as Cell[][], { escapeFormulae: true })}\r\n` : "";
  yield csv([columns]);
  for await (const jobs of exportedJobs(db, siteId))
    yield csv(jobs.flatMap((job): readonly (readonly Cell[])[] => rowsOf(job)));
}
