"use client";

import { vehicleName } from "@/core/vehicle";
import { dateText, minutesText } from "@/features/shared/format";
import type { ClosedJobsList, ClosedJobView } from "@/server/views/closed-jobs";
import { useAddressState } from "@/ui/address-state";
import { SelectInput } from "@/ui/form";
import type { TableColumn } from "@/ui/table/column";
import { DataTable } from "@/ui/table/data-table";
import { RowLink } from "@/ui/table/row-link";
import { useMemo } from "react";

const RUNGS = ["claimed", "bench", "same test", "codes clear", "driven", "held"];

interface ClosedJobsProps {
  readonly list: ClosedJobsList;
  readonly timeZone: string;
}

/** What was closed, the latest first, one page at a time. */
export function ClosedJobs({ list: { jobs, search, result, hasMore, pageSize }, timeZone }: ClosedJobsProps) {
  const columns = useMemo(() => columnsOf(timeZone), [timeZone]);
  const isNarrowed = search !== "" || result !== null;
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-4 px-4 py-5 sm:px-6">
      <h1 className="text-xl">Closed jobs</h1>
      <DataTable
        label="Closed jobs"
        rows={jobs}
        columns={columns}
        findBy={findJobBy}
        findHint="plate, model, symptom, code, complaint"
        empty={
          isNarrowed
            ? `No closed job ${search && `has “${search}”`}${search && result ? " and " : ""}${result ? "ended so" : ""}.`
            : "No job was closed yet. Close one, and it teaches the next."
        }
        beside={<ResultChoice result={result} />}
        remote={{ hasMore, pageSize }}
      />
    </div>
  );
}

const RESULT_WORDS = {
  "root-cause": "Cause found",
  "no-fault-found": "No fault found",
  unresolved: "Not solved",
  "came-back": "Came back",
} as const satisfies Record<NonNullable<ClosedJobsList["result"]>, string>;

function ResultChoice({ result }: Pick<ClosedJobsList, "result">) {
  const [, change] = useAddressState(true);
  return (
    <SelectInput
      aria-label="How it ended"
      value={result ?? ""}
      onChange={(event) => change({ result: event.target.value, page: "" })}
      className="w-auto"
    >
      <option value="">However it ended</option>
      {Object.entries(RESULT_WORDS).map(([key, words]) => (
        <option key={key} value={key}>
          {words}
        </option>
      ))}
    </SelectInput>
  );
}

const findJobBy = ({ id, complaint }: ClosedJobView) => ({ key: id, label: complaint });

const columnsOf = (timeZone: string): readonly TableColumn<ClosedJobView>[] => [
  { id: "number", header: "Job", wide: true, cell: ({ number }) => <span className="mono text-sm">{number}</span> },
  {
    id: "closed",
    header: "Closed",
    wide: true,
    downFirst: true,
    className: "w-28",
    sortBy: ({ closedAt }) => closedAt.getTime(),
    cell: ({ closedAt }) => <span className="text-sm whitespace-nowrap">{dateText(closedAt, timeZone)}</span>,
  },
  {
    id: "vehicle",
    header: "Vehicle and outcome",
    cell: ({ id, vehicle, plate, outcome, complaint, finding, closedAt }) => (
      <span className="grid gap-x-5 md:grid-cols-[1fr_1.4fr]">
        <span>
          <RowLink href={`/jobs/${id}`} className="block">
            <span className="block font-medium">{vehicleName(vehicle)}</span>
            <span className="block text-sm text-ink-soft">
              <span className="mono">{plate}</span>
              <span className="md:hidden"> · {dateText(closedAt, timeZone)}</span>
            </span>
          </RowLink>
        </span>
        <span>
          <span className={finding === "root-cause" ? "block font-medium" : "block font-medium text-ochre-ink"}>
            {outcome}
          </span>
          <span className="line-clamp-1 text-sm text-ink-soft">“{complaint}”</span>
        </span>
      </span>
    ),
  },
  {
    id: "proof",
    header: "Proof",
    wide: true,
    cell: ({ cameBack, finding, rung }) =>
      cameBack ? (
        <span className="text-sm font-semibold text-brick">came back</span>
      ) : (
        <span className="text-sm">{finding === "root-cause" ? RUNGS[rung] : ""}</span>
      ),
  },
  {
    id: "minutes",
    header: "Time",
    numeric: true,
    cell: ({ minutes }) => <span className="mono text-sm">{minutesText(minutes)}</span>,
  },
];
