"use client";

import { minutesText } from "@/features/shared/format";
import type { ProcedureLine } from "@/server/views/procedures";
import { ButtonLink } from "@/ui/button";
import type { TableColumn } from "@/ui/table/column";
import { DataTable } from "@/ui/table/data-table";
import { RowLink } from "@/ui/table/row-link";
import { KIND_WORDS } from "./kind-words";

interface ProcedureListProps {
  readonly rows: readonly ProcedureLine[];
  /** Whether who looks may write one down. */
  readonly mayRecord: boolean;
}

/** Every test that the book knows, with what it takes and what is wanted. */
export function ProcedureList({ rows, mayRecord }: ProcedureListProps) {
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-5 px-4 py-5 sm:px-6">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h1 className="text-xl">Procedures</h1>
        {mayRecord && <ButtonLink href="/procedures/new">Write one down</ButtonLink>}
      </div>
      <DataTable
        label="Procedures"
        rows={rows}
        columns={COLUMNS}
        findBy={findProcedureBy}
        findHint="title, component, code or symptom"
        empty="None yet. Write one down, or take over general practice from the book."
      />
    </div>
  );
}

const findProcedureBy = ({ key, title, about }: ProcedureLine) => ({ key, label: title, also: about });

const COLUMNS: readonly TableColumn<ProcedureLine>[] = [
  {
    id: "title",
    header: "Procedure",
    sortBy: ({ title }) => title,
    cell: ({ key, title, component, general, from }) => (
      <>
        <RowLink href={`/procedures/${key}`} className="font-medium">
          {title}
        </RowLink>
        <span className="block text-sm text-ink-soft md:hidden">{component}</span>
        {general && <span className="block text-sm text-ink-soft">general practice</span>}
        {from && <span className="block text-sm text-ink-soft">from {from}</span>}
      </>
    ),
  },
  {
    id: "component",
    header: "Component",
    wide: true,
    sortBy: ({ component }) => component,
    cell: ({ component }) => <span className="text-sm">{component}</span>,
  },
  {
    id: "wanted",
    header: "Wanted",
    wide: true,
    sortBy: wanted,
    cell: (line) => <span className="mono text-sm">{wanted(line)}</span>,
  },
  { id: "done", header: "Jobs", numeric: true, sortBy: ({ done }) => done, cell: ({ done }) => done || "" },
  {
    id: "minutes",
    header: "Time",
    numeric: true,
    sortBy: ({ minutes }) => minutes,
    cell: ({ minutes }) => <span className="mono text-sm">{minutesText(minutes)}</span>,
  },
];

function wanted({ kind, spec, proposed }: ProcedureLine): string {
  if (proposed) return "proposed";
  if (kind !== "value" && kind !== "trace") return KIND_WORDS[kind];
  return spec ?? "";
}
