import type { PersonId } from "@/core/ids";
import type { Need } from "@/core/job";
import { rowFinder } from "@/core/finder";
import { vehicleName } from "@/core/vehicle";
import type { FloorJob } from "@/server/views/floor";
import { compareValues } from "@/ui/table/compare";

export interface FloorGroup {
  readonly needs: readonly Need["kind"][];
  readonly title: string;
  readonly aside: string;
}

/** In the order of what holds a bay up longest: a vehicle that only waits to be proved or closed goes out first. */
export const GROUPS: readonly FloorGroup[] = [
  { needs: ["part-result"], title: "Part is in, try it", aside: "record its result" },
  { needs: ["companions"], title: "Finish the repair", aside: "what goes with it" },
  { needs: ["proof"], title: "Needs proof", aside: "repaired, not yet believed" },
  { needs: ["decision"], title: "Needs a decision", aside: "name the cause, close" },
  { needs: ["waiting"], title: "Waiting", aside: "for a part, somebody, the customer" },
  { needs: ["watch"], title: "Being watched", aside: "did not show itself" },
  { needs: ["test", "nothing"], title: "Needs a test", aside: "the next step and its minutes" },
];

export const WHOSE = [
  { key: "", words: "Everybody’s" },
  { key: "mine", words: "Mine" },
  { key: "nobodys", words: "Nobody’s" },
] as const;
type Whose = (typeof WHOSE)[number]["key"];

/** As it stands in the address; everybody's where it says nothing. */
export const whoseOf = (text: string | null): Whose => WHOSE.find(({ key }) => key === text)?.key ?? "";

function isOf({ heldBy }: FloorJob, whose: Whose, me: PersonId): boolean {
  if (whose === "mine") return heldBy === me;
  return whose === "" || heldBy === null;
}

export function groupOf({ need }: FloorJob): FloorGroup {
  const group = GROUPS.find(({ needs }) => needs.includes(need));
  if (!group) throw new Error(`floor: no group for what needs ${need}`);
  return group;
}

const placeOf = (job: FloorJob) => GROUPS.indexOf(groupOf(job));

/** What an open job is found by. */
export const findJobBy = ({ id, number, vehicle, plate, complaint, heldByName, leading, next }: FloorJob) => ({
  key: id,
  label: vehicleName(vehicle),
  also: [String(number), plate ?? "", complaint, heldByName ?? "", leading?.name ?? "", next].filter(Boolean),
});

/** What the floor is sorted by, by its column; null comes last. */
export const SORT_BY = {
  number: ({ number }: FloorJob) => number,
  vehicle: ({ vehicle }: FloorJob) => vehicleName(vehicle),
  leading: ({ leading }: FloorJob) => leading && -leading.p,
  minutes: ({ minutes }: FloorJob) => minutes,
} as const;

/** Whose jobs, by what they need. */
export function jobsOf(jobs: readonly FloorJob[], whose: Whose, me: PersonId): readonly FloorJob[] {
  return jobs.filter((job) => isOf(job, whose, me)).sort((a, b) => placeOf(a) - placeOf(b));
}

/** More open jobs than these come page by page: the server finds and sorts them. */
export const MOST_AT_ONCE = 100;
const PAGE = 40;

/** How a long floor is looked at: what stands in the address. */
export interface FloorLook {
  readonly search: string;
  /** "-minutes": by that column, downwards. */
  readonly sort: string;
  /** Counted from 0. */
  readonly page: number;
  readonly whose: string | null;
}

export interface FloorPage {
  readonly rows: readonly FloorJob[];
  readonly hasMore: boolean;
  readonly pageSize: number;
  /** So many were found on all pages. */
  readonly total: number;
}

/** One page of a long floor; what is searched for comes with the best match first, until somebody sorts. */
export function floorPage(
  jobs: readonly FloorJob[],
  { search, sort, page, whose }: FloorLook,
  me: PersonId,
): FloorPage {
  const found = sorted(rowFinder(jobsOf(jobs, whoseOf(whose), me), findJobBy)(search), sort);
  return {
    rows: found.slice(page * PAGE, (page + 1) * PAGE),
    hasMore: found.length > (page + 1) * PAGE,
    pageSize: PAGE,
    total: found.length,
  };
}

function sorted(jobs: readonly FloorJob[], sort: string): readonly FloorJob[] {
  const by = Object.entries(SORT_BY).find(([id]) => id === sort.replace(/^-/, ""))?.[1];
  if (!by) return jobs;
  const sign = sort.startsWith("-") ? -1 : 1;
  return [...jobs].sort((a, b) => {
    const [one, other] = [by(a), by(b)];
    if (one === null || other === null) return Number(one === null) - Number(other === null);
    return sign * compareValues(one, other);
  });
}
