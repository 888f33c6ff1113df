import "server-only";
import { subMonths } from "date-fns";
import { curveOf, LEAST_FAILURES, MONTH_KM, shelfNumber, watchedFleet } from "@/core/known-failures";
import { chanceOfFailing } from "@/core/statistics";
import { loadLabels } from "@/server/book/load";
import { countPatterns, vehiclesInScope } from "@/server/db/known-failure-counts";
import { readKnownFailures } from "@/server/db/known-failures";
import type { SiteId } from "@/core/ids";
import { pool } from "@/server/db/pool";
import { findRepairSheet } from "@/server/db/repairs";
import type { Site } from "@/server/db/sites";
import { listSpares, partsUsedSince, type SpareRow } from "@/server/db/spares";
import { failureName } from "./known-failures";

/** Use is counted over so many months: long enough for parts that go twice a year. */
const MONTHS = 24;
/** How long an order takes where the repair's sheet does not say. */
const USUAL_LEAD_DAYS = 3;
const DAYS_A_MONTH = 30;
const MONTHS_A_YEAR = 12;

export interface ShelfLine {
  readonly key: string;
  readonly title: string;
  readonly name: string;
  readonly partNumber: string | null;
  /** Pieces a month, as vehicles here wear towards it; where too few were watched, as they were used. */
  readonly expected: number;
  readonly from: "vehicles" | "use";
  /** Pieces used in the last two years. */
  readonly used: number;
  readonly leadDays: number;
  readonly isLeadKnown: boolean;
  /** Enough for 95 of 100 orders' times. */
  readonly number: number;
}

export interface ShelfView {
  readonly lines: readonly ShelfLine[];
  readonly spares: readonly (SpareRow & { readonly name: string })[];
  readonly components: readonly { readonly key: string; readonly label: string; readonly system: string }[];
}

/** Parts worth stocking by the known failures, and used spares that stand ready. */
export async function loadShelf(site: Site, now: Date): Promise<Omit<ShelfView, "components">> {
  const db = pool();
  const [known, used, spares, labels] = await Promise.all([
    readKnownFailures(db),
    partsUsedSince(db, site.id, subMonths(now, MONTHS)),
    listSpares(db, site.id),
    loadLabels(db),
  ]);
  const failed = new Map((await countPatterns(db)).map((counts) => [counts.key, counts.failed]));
  const lines: ShelfLine[] = [];
  for (const each of known) {
    const { component, failure } = each;
    if (component === null || failure === null || each.proposed || each.withdrawnReason !== null) continue;
    const use = used.find((row) => row.component === component && row.failure === failure);
    const wear =
      (failed.get(each.key) ?? 0) < LEAST_FAILURES ? null : wearAMonth(await vehiclesInScope(db, each.key), site.id);
    const expected = wear ?? (use?.used ?? 0) / MONTHS;
    const lead = leadDays(await findRepairSheet(db, { component, failure }));
    lines.push({
      key: each.key,
      title: each.title,
      name: failureName(labels, each),
      partNumber: each.details.prevention?.partNumber ?? use?.partNumber ?? null,
      expected,
      from: wear === null ? "use" : "vehicles",
      used: use?.used ?? 0,
      leadDays: lead ?? USUAL_LEAD_DAYS,
      isLeadKnown: lead !== null,
      number: shelfNumber((expected * (lead ?? USUAL_LEAD_DAYS)) / DAYS_A_MONTH),
    });
  }
  return {
    lines: lines.sort((a, b) => b.number - a.number || b.expected - a.expected),
    spares: spares.map((spare) => ({ ...spare, name: labels.component(spare.component) })),
  };
}

/** What the vehicles of a site are expected to use within a month, by when such vehicles fail at any site; null where too few were watched. */
function wearAMonth(seen: Awaited<ReturnType<typeof vehiclesInScope>>, siteId: SiteId): number | null {
  const fleet = watchedFleet(seen);
  const curve = curveOf(fleet);
  if (!curve) return null;
  return seen
    .filter(({ failedKm, siteId: own }) => failedKm === null && own === siteId)
    .reduce(
      (sum, { lastKm }) =>
        sum +
        (chanceOfFailing(curve, fleet.watched, { odometerKm: lastKm, withinKm: MONTH_KM * MONTHS_A_YEAR }) ?? 0) /
          MONTHS_A_YEAR,
      0,
    );
}

/** The quickest way to a new part, as the repair's sheet says; null where it says nothing. */
function leadDays(sheet: Awaited<ReturnType<typeof findRepairSheet>>): number | null {
  const days = (sheet?.options ?? []).flatMap(({ availability, days: own }) =>
    availability === "days" && own ? own : [],
  );
  return days.length ? Math.min(...days) : null;
}
