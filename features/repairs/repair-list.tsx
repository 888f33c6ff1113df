"use client";

import { minutesText, moneyText } from "@/features/shared/format";
import type { RepairLine } from "@/server/views/repairs";
import type { TableColumn } from "@/ui/table/column";
import { DataTable } from "@/ui/table/data-table";
import { RowLink } from "@/ui/table/row-link";

/** What repairs take, as far as somebody wrote it down; the others are learnt from jobs. */
export function RepairList({ rows }: { readonly rows: readonly RepairLine[] }) {
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-5 px-4 py-5 sm:px-6">
      <h1 className="text-xl">Repairs</h1>
      <DataTable
        label="Repairs"
        rows={rows}
        columns={COLUMNS}
        findBy={findRepairBy}
        findHint="component, or how it failed"
        empty="No cause yet. The first job that is closed with its cause brings one."
      />
    </div>
  );
}

const findRepairBy = ({ component, failure, name }: RepairLine) => ({ key: `${component}/${failure}`, label: name });

const COLUMNS: readonly TableColumn<RepairLine>[] = [
  {
    id: "name",
    header: "Cause",
    sortBy: ({ name }) => name,
    cell: ({ component, failure, name }) => (
      <RowLink href={`/repairs/${component}/${failure}`} className="font-medium">
        {name}
      </RowLink>
    ),
  },
  {
    id: "sheet",
    header: "Written down",
    wide: true,
    cell: ({ minutes, hasSheet }) => (
      <span className="text-sm">
        {[minutes !== null && "time and price", hasSheet && "ways and what goes with it"].filter(Boolean).join(", ") ||
          "nothing yet"}
      </span>
    ),
  },
  {
    id: "price",
    header: "Parts",
    numeric: true,
    sortBy: ({ partsCost }) => partsCost,
    cell: ({ partsCost, currency }) => (
      <span className="mono text-sm">
        {partsCost !== null && currency && moneyText({ amount: partsCost, currency })}
      </span>
    ),
  },
  {
    id: "minutes",
    header: "Time",
    numeric: true,
    sortBy: ({ minutes }) => minutes,
    cell: ({ minutes }) => <span className="mono text-sm">{minutes !== null && minutesText(minutes)}</span>,
  },
];
