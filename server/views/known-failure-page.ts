import "server-only";
import {
  curveOf,
  scopeGrid,
  scopeText,
  watchedFleet,
  type Grid,
  type SeenVehicle,
  type WatchedFleet,
} from "@/core/known-failures";
import { failureCurve, fitWeibull, wilson, type FailureCurve, type Interval, type Weibull } from "@/core/statistics";
import { PART_SOURCE_WORDS } from "@/core/entries";
import { PART_SOURCES, type PartSource } from "@/core/repair";
import { loadLabels } from "@/server/book/load";
import {
  countPatterns,
  jobsOfPattern,
  partsOnPattern,
  repairsWatched,
  variantsOfPattern,
  vehiclesInScope,
  type PatternJob,
  type RepairTold,
  type RepairWatched,
} from "@/server/db/known-failure-counts";
import { findKnownFailure } from "@/server/db/known-failures";
import { markPictureSince } from "@/server/db/mark-pictures";
import { namesOfShops } from "@/server/db/other-shops";
import { pool } from "@/server/db/pool";
import { readProcedure } from "@/server/db/procedures";
import { learntRepairOf, readRepairs } from "@/server/db/repairs";
import type { Site } from "@/server/db/sites";
import { CONFIDENCE } from "./sources";
import { failureName, graded, type GradedFailure } from "./known-failures";

/** Fewer that failed again have no median. */
const LEAST_FAILED_AGAIN = 3;

export interface CurveView {
  readonly fleet: WatchedFleet;
  readonly curve: FailureCurve;
  readonly weibull: Weibull | null;
}

export interface RepairHeld {
  readonly source: string;
  readonly fitted: number;
  readonly failedAgain: number;
  readonly failedAgainShare: Interval;
  /** Kilometres watched after the fitting, all vehicles together. */
  readonly watchedKm: number;
  /** By which half had failed again; null where that was not reached. */
  readonly medianKm: number | null;
}

export interface KnownFailurePage {
  readonly known: GradedFailure;
  /** The other shop whose casebook it came with; null where it is our own. */
  readonly from: string | null;
  readonly name: string;
  readonly scope: string;
  readonly symptoms: readonly string[];
  readonly conditions: readonly string[];
  /** When the picture of the mark was put there; null where there is none. */
  readonly markPictureSince: Date | null;
  readonly check: { readonly key: string; readonly title: string; readonly minutes: number } | null;
  readonly grid: Grid;
  /** How many of the vehicles that it speaks of fail; null where none is on record. */
  readonly share: Interval | null;
  readonly curve: CurveView | null;
  readonly held: readonly RepairHeld[];
  /** How the parts of the repairs that are told fared on such jobs here. */
  readonly told: readonly RepairTold[];
  readonly jobs: readonly PatternJob[];
  /** What its repair takes here: as somebody wrote it down, or as jobs took. */
  readonly repair: { readonly minutes: number; readonly parts: number } | null;
}

/** All that is known of one known failure; null where there is none of that key. */
export async function loadKnownFailurePage(site: Site, key: string): Promise<KnownFailurePage | null> {
  const db = pool();
  const found = await findKnownFailure(db, key);
  if (!found) return null;
  const [[counts], seen, variants, repairs, jobs, labels, check, repair, told, from, pictured] = await Promise.all([
    countPatterns(db, key),
    vehiclesInScope(db, key),
    variantsOfPattern(db, key),
    repairsWatched(db, key),
    jobsOfPattern(db, site.id, key),
    loadLabels(db),
    found.confirmBy === null ? null : readProcedure(db, found.confirmBy),
    repairOf(found),
    partsOnPattern(
      db,
      key,
      found.details.repairs.flatMap(({ component }) => component ?? []),
    ),
    namesOfShops(db, "pattern").then((names) => names.get(key) ?? null),
    markPictureSince(db, key),
  ]);
  const known = graded(found, counts);
  return {
    known,
    from,
    name: failureName(labels, known),
    scope: scopeText(known.applies),
    symptoms: known.symptoms.map((symptom) => labels.symptom(symptom)),
    conditions: known.conditions.map((condition) => labels.condition(condition)),
    markPictureSince: pictured,
    check: check && { key: check.key, title: check.title, minutes: check.minutes + check.accessMinutes },
    grid: scopeGrid(known.applies, variants),
    share: known.vehicles > 0 ? wilson(known.failed, known.vehicles, CONFIDENCE) : null,
    curve: known.component === null ? null : curveView(seen),
    held: heldBySource(repairs),
    told,
    jobs,
    repair,
  };
}

function curveView(seen: readonly SeenVehicle[]): CurveView | null {
  const fleet = watchedFleet(seen);
  const curve = curveOf(fleet);
  return curve && { fleet, curve, weibull: fitWeibull(fleet.watched) };
}

/** A part that came back on the day it was fitted was watched for a kilometre. */
const LEAST_KM = 1;

function heldBySource(repairs: readonly RepairWatched[]): readonly RepairHeld[] {
  return PART_SOURCES.flatMap((source: PartSource) => {
    const own = repairs.filter((each) => each.source === source);
    if (!own.length) return [];
    const watched = own.map(({ fittedKm, untilKm, failedAgain }) => ({
      enteredKm: 0,
      km: Math.max(LEAST_KM, untilKm - fittedKm),
      failed: failedAgain,
    }));
    const failedAgain = own.filter((each) => each.failedAgain).length;
    return {
      source: PART_SOURCE_WORDS[source],
      fitted: own.length,
      failedAgain,
      failedAgainShare: wilson(failedAgain, own.length, CONFIDENCE),
      watchedKm: own.reduce((sum, { fittedKm, untilKm }) => sum + untilKm - fittedKm, 0),
      medianKm: failedAgain < LEAST_FAILED_AGAIN ? null : failureCurve(watched, CONFIDENCE).medianKm,
    };
  });
}

async function repairOf({
  component,
  failure,
}: {
  readonly component: string | null;
  readonly failure: string | null;
}): Promise<KnownFailurePage["repair"]> {
  if (component === null || failure === null) return null;
  const db = pool();
  const learnt = await learntRepairOf(db, { component, failure });
  if (learnt) return { minutes: learnt.minutes, parts: learnt.cost };
  const written = (await readRepairs(db)).find((each) => each.component === component && each.failure === failure);
  return written ? { minutes: written.minutes + written.accessMinutes, parts: written.partsCost.amount } : null;
}
