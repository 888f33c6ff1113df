import type { Applies, Grade, Money, Pattern } from "@/core/book";

/** A known failure as it stands in the book. One that nobody has explained yet has no cause. */
export interface KnownFailure extends Omit<Pattern, "component" | "failure"> {
  readonly component: string | null;
  readonly failure: string | null;
  readonly place: string | null;
  /** Under which conditions it shows itself. */
  readonly conditions: readonly string[];
  readonly details: Details;
  /** A technician wrote it down, and no lead has looked at it yet: it does not speak. */
  readonly proposed: boolean;
  /** Why a lead withdrew it; null where it stands. */
  readonly withdrawnReason: string | null;
}

/** What is written down of a known failure at once, beside what it is and where it applies. */
export interface Told {
  /** The mark by which the improved part is known: where it is seen, nothing is to be done. */
  readonly mark: string | null;
  readonly lookAlikes: readonly LookAlike[];
  readonly repairs: readonly KnownRepair[];
  readonly prevention: Prevention | null;
  /** What it costs once it has failed: towing, consequences and repair. */
  readonly costThen: Cost | null;
  readonly bulletin: Bulletin | null;
  readonly fits: readonly FittingPart[];
  readonly cautions: readonly string[];
}

/** All that is told of it: notes and reports come one by one. */
export interface Details extends Told {
  readonly notes: readonly DatedNote[];
  readonly reports: readonly Report[];
}

export const NOTHING_TOLD: Told = {
  mark: null,
  lookAlikes: [],
  repairs: [],
  prevention: null,
  costThen: null,
  bulletin: null,
  fits: [],
  cautions: [],
};
export const NO_DETAILS: Details = { ...NOTHING_TOLD, notes: [], reports: [] };

/** What it is not to be confused with, and the question or the test that tells them apart. */
export interface LookAlike {
  /** Key of the other known failure; null where it is none of the book. */
  readonly other: string | null;
  readonly otherName: string;
  /** "Always above 70, or only pulling away?" */
  readonly question: string;
  /** The conditions that speak for this one and for the other; null where an answer is no condition. */
  readonly thisIf: string | null;
  readonly otherIf: string | null;
  readonly procedure: string | null;
}

export const REPAIR_OUTCOMES = ["holds", "for-a-while", "in-vain"] as const;
export type RepairOutcome = (typeof REPAIR_OUTCOMES)[number];

/** A repair and how it does, as it is told; the record of the jobs stands beside it. */
export interface KnownRepair {
  readonly title: string;
  readonly outcome: RepairOutcome;
  /** The component that is worked on, where its jobs are to be counted. */
  readonly component: string | null;
  readonly note: string;
}

export interface Cost {
  readonly minutes: number;
  readonly parts: Money;
}

/** What is done before it fails. */
export interface Prevention extends Cost {
  readonly what: string;
  readonly everyKm: number | null;
  /** The part that is used for it, where it is worth stocking. */
  readonly partNumber: string | null;
}

export const BULLETIN_KINDS = ["bulletin", "recall", "goodwill"] as const;
export type BulletinKind = (typeof BULLETIN_KINDS)[number];

export interface Bulletin {
  readonly kind: BulletinKind;
  readonly reference: string;
  /** What it pays: "part and labour", "half of the part". */
  readonly pays: string;
  /** Last day on which it is paid, YYYY-MM-DD; null without end. */
  readonly until: string | null;
  /** First and last VIN, whole or their last signs; null: every vehicle that the known failure speaks of. */
  readonly vins: readonly [string, string] | null;
  readonly built: readonly [string, string] | null;
}

export interface FittingPart {
  readonly partNumber: string;
  readonly from: string;
}

export interface DatedNote {
  readonly text: string;
  readonly at: string;
  readonly by: string;
}

export const REPORT_SOURCES = ["customer", "colleague", "other-shop", "poll"] as const;
export type ReportSource = (typeof REPORT_SOURCES)[number];
export const REPORT_SAYS = ["failed", "not-failed", "prevention-helped", "prevention-failed"] as const;
export type ReportSays = (typeof REPORT_SAYS)[number];

/** What somebody tells who is not a job here: it has a source, and little weight. */
export interface Report extends DatedNote {
  readonly source: ReportSource;
  readonly says: ReportSays;
  /** How many of how many; 1 of 1 where one tells of one vehicle. */
  readonly count: number;
  readonly of: number;
}

/** How many vehicles reports speak of, of how many. */
export function reported(
  reports: readonly Report[],
  says: ReportSays,
): { readonly count: number; readonly of: number } {
  const own = reports.filter((report) => report.says === says);
  return { count: own.reduce((sum, { count }) => sum + count, 0), of: own.reduce((sum, { of }) => sum + of, 0) };
}

export const EVERY_VEHICLE: Applies = {
  make: null,
  models: [],
  years: null,
  engines: [],
  transmissions: [],
  markets: [],
  drives: [],
  sisters: [],
  built: null,
  uses: [],
};

export type ClaimedGrade = Extract<Grade, "hearsay" | "bulletin">;

/** Whether a recall or campaign speaks of this vehicle: by its VIN where a range is given, by its month, and not after its last day. */
export function bulletinCovers(
  { vins, built, until }: Bulletin,
  vehicle: { readonly vin?: string | null; readonly built?: string | null },
  today: string,
): boolean | null {
  if (until !== null && today > until) return false;
  if (vins !== null) {
    if (!vehicle.vin) return null;
    if (!isBetween(vehicle.vin, vins)) return false;
  }
  if (built !== null) {
    if (!vehicle.built) return null;
    if (vehicle.built < built[0] || vehicle.built > built[1]) return false;
  }
  return true;
}

const VIN_LENGTH = 17;
const CHECK_DIGIT_AT = 8;

/** Whole VINs are compared without their check digit, shorter ones by the last signs. */
function isBetween(vin: string, [from, to]: readonly [string, string]): boolean {
  const part = (text: string, like: string) =>
    like.length === VIN_LENGTH
      ? text.slice(0, CHECK_DIGIT_AT) + text.slice(CHECK_DIGIT_AT + 1)
      : text.slice(-like.length);
  return part(vin, from) >= part(from, from) && part(vin, to) <= part(to, to);
}

/** What a known failure tells the engine, at the grade that it has; null where nobody has explained it. */
export function patternOf(known: KnownFailure, grade: Grade): Pattern | null {
  const { key, title, component, failure, applies, odometerKm, symptoms, codes, confirmBy, note } = known;
  return component === null || failure === null
    ? null
    : { key, title, component, failure, applies, odometerKm, evidence: grade, symptoms, codes, confirmBy, note };
}

/** A pattern with nothing told beside it. */
export function bareFailure(pattern: Pattern): KnownFailure {
  return { ...pattern, place: null, conditions: [], details: NO_DETAILS, proposed: false, withdrawnReason: null };
}
