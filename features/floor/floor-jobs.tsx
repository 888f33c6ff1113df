"use client";

import { useMemo } from "react";
import type { PersonId } from "@/core/ids";
import type { Need } from "@/core/job";
import { vehicleName } from "@/core/vehicle";
import { minutesText, moneyText, percentText } from "@/features/shared/format";
import type { FloorJob } from "@/server/views/floor";
import { useAddressState } from "@/ui/address-state";
import { SelectInput } from "@/ui/form";
import type { TableColumn } from "@/ui/table/column";
import { DataTable } from "@/ui/table/data-table";
import { RowLink } from "@/ui/table/row-link";

interface FloorGroup {
  readonly needs: readonly Need["kind"][];
  readonly title: string;
  readonly aside: string;
}

/** In the order of what holds a bay up longest: a vehicle that only waits to be proved or closed goes out first. */
const GROUPS: readonly FloorGroup[] = [
  { needs: ["part-result"], title: "Part is in, try it", aside: "record its result" },
  { needs: ["companions"], title: "Finish the repair", aside: "what goes with it" },
  { needs: ["proof"], title: "Needs proof", aside: "repaired, not yet believed" },
  { needs: ["decision"], title: "Needs a decision", aside: "name the cause, close" },
  { needs: ["waiting"], title: "Waiting", aside: "for a part, somebody, the customer" },
  { needs: ["watch"], title: "Being watched", aside: "did not show itself" },
  { needs: ["test", "nothing"], title: "Needs a test", aside: "the next step and its minutes" },
];

/** So many are seen at a glance, and want no search. */
const FEW = 6;

interface FloorJobsProps {
  readonly jobs: readonly FloorJob[];
  readonly me: PersonId;
}

/** The open jobs by what they need; whose and which can be chosen, and the choice stands in the address. */
export function FloorJobs({ jobs, me }: FloorJobsProps) {
  const [params, change] = useAddressState();
  const whose = WHOSE.find(({ key }) => key === params.get("whose"))?.key ?? "";
  const rows = useMemo(
    () => [...jobs].filter((job) => isOf(job, whose, me)).sort((a, b) => placeOf(a) - placeOf(b)),
    [jobs, whose, me],
  );
  const columns = useMemo(() => columnsOf(me), [me]);
  const isMany = jobs.length > FEW;
  return (
    <DataTable
      label="Open jobs"
      rows={rows}
      columns={columns}
      findBy={findJobBy}
      groupOf={(job) => groupOf(job).title}
      groupAside={(title) => GROUPS.find((each) => each.title === title)?.aside ?? ""}
      {...(isMany ? { findHint: "plate, vehicle, complaint, suspect" } : {})}
      {...(isMany
        ? {
            beside: (
              <SelectInput
                aria-label="Whose jobs"
                value={whose}
                onChange={(event) => change({ whose: event.target.value, page: "" })}
                className="w-auto"
              >
                {WHOSE.map(({ key, words }) => (
                  <option key={key} value={key}>
                    {words}
                  </option>
                ))}
              </SelectInput>
            ),
          }
        : {})}
      empty={whose === "mine" ? "None of the open jobs is yours." : "Somebody has each of the open jobs."}
    />
  );
}

const WHOSE = [
  { key: "", words: "Everybody’s" },
  { key: "mine", words: "Mine" },
  { key: "nobodys", words: "Nobody’s" },
] as const;

function isOf({ heldBy }: FloorJob, whose: (typeof WHOSE)[number]["key"], me: PersonId): boolean {
  if (whose === "mine") return heldBy === me;
  return whose === "" || heldBy === null;
}

function groupOf({ need }: FloorJob): FloorGroup {
  const group = GROUPS.find(({ needs }) => needs.includes(need));
  if (!group) throw new Error(`floor: no group for what needs ${need}`);
  return group;
}

const placeOf = (job: FloorJob) => GROUPS.indexOf(groupOf(job));

const findJobBy = ({ id, number, vehicle, plate, complaint, heldByName, leading, next }: FloorJob) => ({
  key: id,
  label: vehicleName(vehicle),
  also: [String(number), plate ?? "", complaint, heldByName ?? "", leading?.name ?? "", next].filter(Boolean),
});

const columnsOf = (me: PersonId): readonly TableColumn<FloorJob>[] => [
  {
    id: "number",
    header: "Job",
    wide: true,
    className: "w-14",
    sortBy: ({ number }) => number,
    cell: ({ number }) => <span className="mono text-ink-soft">{number}</span>,
  },
  {
    id: "vehicle",
    header: "Vehicle",
    sortBy: ({ vehicle }) => vehicleName(vehicle),
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
    sortBy: ({ leading }) => leading && -leading.p,
    cell: ({ leading }) => <Leading leading={leading} />,
  },
  {
    id: "minutes",
    header: "Time",
    numeric: true,
    sortBy: ({ minutes }) => minutes,
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
