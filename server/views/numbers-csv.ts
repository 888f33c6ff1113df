import "server-only";
import Papa from "papaparse";
import type { NumbersView } from "./numbers";

/** The same numbers for a spreadsheet: one measure a line, under the table that it stands in. */
export function numbersCsv(view: NumbersView): string {
  const rows = [
    ...view.quarters.flatMap(({ quarter, ...measures }) => lines("quarters", quarter, measures)),
    ...view.learning.flatMap(({ bucket, ...measures }) => lines("first against later", bucket, measures)),
    ...view.byComponent.flatMap(({ name, fitted, minutes, cost }) =>
      lines("dead ends", name, { fitted, minutes, cost }),
    ),
    ...view.slowest.flatMap(({ name, jobs, medianMinutes }) => lines("longest to find", name, { jobs, medianMinutes })),
    ...view.sources.flatMap(({ source, fitted, cameBack }) => lines("comebacks", source, { fitted, cameBack })),
    ...view.rungs.flatMap(({ rung, jobs }) => lines("rungs", String(rung), { jobs })),
    ...view.undecided.flatMap(({ title, run, decided, minutes }) =>
      lines("tests that hardly decide", title, { run, decided, minutes }),
    ),
    ...view.followed.flatMap(({ followed, ...measures }) =>
      lines("what was offered", followed ? "mostly done" : "mostly not", measures),
    ),
  ];
  return `${Papa.unparse(rows, { columns: ["table", "row", "measure", "value"], header: true, escapeFormulae: true })}\r\n`;
}

const lines = (table: string, row: string, measures: Readonly<Record<string, number | null>>) =>
  Object.entries(measures).map(([measure, value]) => ({ table, row, measure, value: value ?? "" }));
