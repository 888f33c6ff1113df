"use client";

import { useMemo } from "react";
import type { PersonId } from "@/core/ids";
import { vehicleName } from "@/core/vehicle";
import { minutesText, moneyText, percentText } from "@/features/shared/format";
import type { FloorJob } from "@/server/views/floor";
import { useAddressState } from "@/ui/address-state";
import { SelectInput } from "@/ui/form";
import type { TableColumn } from "@/ui/table/column";
import { DataTable } from "@/ui/table/data-table";
import { RowLink } from "@/ui/table/row-link";
import { findJobBy, groupOf, GROUPS, jobsOf, SORT_BY, WHOSE, whoseOf, type FloorPage } from "./floor-look";

/** So many are seen at a glance, and want no search. */
const FEW = 6;

interface FloorJobsProps {
  /** All of them, or those of one page. */
  readonly jobs: readonly FloorJob[];
  /** So many are open. */
  readonly open: number;
  /** Where the floor is too long to be sent whole. */
  readonly remote: Omit<FloorPage, "rows"> | null;
  readonly me: PersonId;
}

/** The open jobs by what they need; whose and which can be chosen, and the choice stands in the address. */
export function FloorJobs({ jobs, open, remote, me }: FloorJobsProps) {
  const [params, change] = useAddressState(remote !== null);
  const whose = whoseOf(params.get("whose"));
  const rows = useMemo(() => (remote ? jobs : jobsOf(jobs, whose, me)), [jobs, remote, whose, me]);
  const columns = useMemo(() => columnsOf(me), [me]);
  const isMany = open > FEW;
  return (
    <DataTable
      label="Open jobs"
      rows={rows}
      columns={columns}
      findBy={findJobBy}
      groupOf={(job) => groupOf(job).title}
      groupAside={(title) => GROUPS.find((each) => each.title === title)?.aside ?? ""}
      remote={remote ?? undefined}
      findHint={isMany ? "plate, vehicle, complaint, suspect" : undefined}
      beside={isMany && <ChooseWhose whose={whose} onChange={change} />}
      empty={emptyText(whose)}
    />
  );
}

function emptyText(whose: ReturnType<typeof whoseOf>): string {
  if (whose === "mine") return "None of the open jobs is yours.";
  return whose === "nobodys" ? "Somebody has each of the open jobs." : "No open job is called so. Try fewer words.";
}

interface ChooseWhoseProps {
  readonly whose: string;
  readonly onChange: (next: Readonly<Record<string, string>>) => void;
}

function ChooseWhose({ whose, onChange }: ChooseWhoseProps) {
  return (
    <SelectInput
      aria-label="Whose jobs"
      value={whose}
      onChange={(event) => onChange({ whose: event.target.value, page: "" })}
      className="w-auto"
    >
      {WHOSE.map(({ key, words }) => (
        <option key={key} value={key}>
          {words}
        </option>
      ))}
    </SelectInput>
  );
}

const columnsOf = (me: PersonId): readonly TableColumn<FloorJob>[] => [
  {
    id: "number",
    header: "Job",
    wide: true,
    className: "w-14",
    sortBy: SORT_BY.number,
    cell: ({ number }) => <span className="mono text-ink-soft">{number}</span>,
  },
  {
    id: "vehicle",
    header: "Vehicle",
    sortBy: SORT_BY.vehicle,
    cell: (job) => <VehicleCell job={job} />,
  },
  {
    id: "next",
    header: "Next",
    wide: true,
    className: "md:w-1/4",
    cell: ({ next }) => <span className="leading-snug font-medium text-ochre-ink">{next}</span>,
  },
  {
    id: "leading",
    header: "Leading",
    wide: true,
    className: "md:w-1/5",
    sortBy: SORT_BY.leading,
    cell: ({ leading }) => <Leading leading={leading} />,
  },
  {
    id: "minutes",
    header: "Time",
    numeric: true,
    sortBy: SORT_BY.minutes,
    cell: ({ minutes, parts, heldBy, heldByName }) => (
      <>
        <span className="mono block text-sm">{minutesText(minutes)}</span>
        {parts.amount > 0 && <span className="mono block text-sm text-ink-soft">{moneyText(parts)}</span>}
        <span className={`text-sm ${heldBy === me ? "font-semibold" : "text-ink-soft"}`}>
          {heldByName ?? "nobody has it"}
        </span>
      </>
    ),
  },
];

/** On a phone what comes next stands under the vehicle: there is no room for columns of its own. */
function VehicleCell({ job: { id, vehicle, plate, complaint, next, leading } }: { readonly job: FloorJob }) {
  return (
    <>
      <RowLink href={`/jobs/${id}`} className="block">
        <span className="block font-semibold">{vehicleName(vehicle)}</span>
        <span className="mono block text-sm text-ink-soft">{plate ?? "no plate"}</span>
        <span className="line-clamp-2 text-sm text-ink-soft">“{complaint}”</span>
      </RowLink>
      <span className="mt-1 block leading-snug md:hidden">
        <span className="font-medium text-ochre-ink">{next}</span>
        {leading && (
          <span className="block text-sm">
            <Leading leading={leading} />
          </span>
        )}
      </span>
    </>
  );
}

function Leading({ leading }: Pick<FloorJob, "leading">) {
  if (!leading) return <span className="text-ink-soft">nothing yet</span>;
  return (
    <span className="leading-snug">
      <span className="mono">{percentText(leading.p)}</span> {leading.name}
    </span>
  );
}
