import "server-only";
import { appliesTo, type Grade } from "@/core/book";
import {
  bulletinCovers,
  dueAt,
  type BulletinKind,
  type Due,
  type KnownFailure,
  type LookAlike,
} from "@/core/known-failures";
import type { VehicleId } from "@/core/ids";
import type { Vehicle } from "@/core/vehicle";
import type { Labels } from "@/core/words";
import { loadLabels, proceduresByKey, speakingFailures } from "@/server/book/load";
import type { Db } from "@/server/db/pool";
import { recallsOf, type RecallSettled, type RecallState } from "@/server/db/recalls";
import type { Site } from "@/server/db/sites";
import { shopDay } from "@/server/shop-day";
import { failureName } from "./known-failures";

/** A vehicle at the gate or on a job, with what recalls ask for. */
export interface KnownVehicle extends Vehicle {
  readonly id?: VehicleId;
  readonly vin?: string | null;
}

/** What such vehicles are known for, as it stands to one of them. */
export interface KnownForLine {
  readonly key: string;
  readonly title: string;
  readonly name: string;
  readonly component: string | null;
  readonly failure: string | null;
  readonly grade: Grade;
  readonly due: Due;
  readonly odometerKm: readonly [number, number] | null;
  readonly symptoms: readonly string[];
  readonly check: { readonly procedure: string; readonly title: string; readonly minutes: number } | null;
  readonly mark: string | null;
  readonly cautions: readonly string[];
  readonly prevention: string | null;
  readonly lookAlikes: readonly LookAlike[];
  readonly bulletin: {
    readonly kind: BulletinKind;
    readonly reference: string;
    readonly pays: string;
    readonly until: string | null;
    /** Whether it covers this vehicle; null where its VIN or its month would have to be known. */
    readonly covers: boolean | null;
    readonly state: RecallState | null;
    readonly reason: string;
  } | null;
}

const ORDER: Readonly<Record<Due, number>> = { now: 0, soon: 1, any: 2, later: 3, past: 4 };
const BY_GRADE: Readonly<Record<Grade, number>> = { proved: 0, seen: 1, bulletin: 2, hearsay: 3 };

/** What this vehicle is known for at its odometer: what may be paid by others first, then what is due, the best proved in front. */
export async function loadKnownFor(
  db: Db,
  site: Site,
  vehicle: KnownVehicle,
  { odometerKm, now }: { readonly odometerKm: number | null; readonly now: Date },
): Promise<readonly KnownForLine[]> {
  // One after another: a transaction's connection takes one query at a time.
  const applying = (await speakingFailures(db)).filter(({ applies }) => appliesTo(applies, vehicle));
  if (!applying.length) return [];
  const labels = await loadLabels(db);
  const procedures = await proceduresByKey(db);
  const settled = new Map((vehicle.id ? await recallsOf(db, vehicle.id) : []).map((each) => [each.pattern, each]));
  const today = shopDay(site, now);
  const lines = applying.map((each): KnownForLine => {
    const check = each.confirmBy === null ? undefined : procedures.get(each.confirmBy);
    return {
      ...told(each, labels),
      grade: each.grade,
      due: dueAt(each.odometerKm, odometerKm),
      check: check ? { procedure: check.key, title: check.title, minutes: check.minutes + check.accessMinutes } : null,
      bulletin: bulletinOf(each, vehicle, today, settled.get(each.key)),
    };
  });
  return lines.sort(
    (a, b) =>
      Number(isOpen(b)) - Number(isOpen(a)) || ORDER[a.due] - ORDER[b.due] || BY_GRADE[a.grade] - BY_GRADE[b.grade],
  );
}

const isOpen = ({ bulletin }: KnownForLine) =>
  bulletin !== null && bulletin.kind !== "bulletin" && bulletin.covers !== false && bulletin.state === null;

function told(known: KnownFailure, labels: Labels) {
  const { key, title, component, failure, odometerKm, symptoms, details } = known;
  const { mark, cautions, prevention, lookAlikes } = details;
  return {
    key,
    title,
    component,
    failure,
    odometerKm,
    symptoms,
    name: failureName(labels, known),
    mark,
    cautions,
    lookAlikes,
    prevention: prevention?.what ?? null,
  };
}

function bulletinOf(
  { details: { bulletin } }: KnownFailure,
  vehicle: KnownVehicle,
  today: string,
  settled: RecallSettled | undefined,
): KnownForLine["bulletin"] {
  if (!bulletin) return null;
  const { kind, reference, pays, until } = bulletin;
  return {
    kind,
    reference,
    pays,
    until,
    covers: bulletinCovers(bulletin, vehicle, today),
    state: settled?.state ?? null,
    reason: settled?.reason ?? "",
  };
}
