export const WORKS = ["changed", "repaired", "modified", "bypassed", "taken-apart", "accident"] as const;
export type Work = (typeof WORKS)[number];
export const WORKERS = ["owner", "other-shop", "us"] as const;
export type Worker = (typeof WORKERS)[number];
/** Within a fortnight, within a season, within a year, longer ago. */
export const RECENCIES = ["days", "weeks", "months", "longer"] as const;
export type Recency = (typeof RECENCIES)[number];

/** Something that was done to the vehicle before it came in. */
export interface PriorWork {
  readonly component: string;
  /** The system of the component. */
  readonly system: string;
  readonly work: Work;
  readonly who: Worker;
  readonly recency: Recency;
}

/** A harness strained, a plug not pushed home, a clip left off. */
export const DISTURBED = "disturbed-by-work";
export const NEW_PART_BAD = "new-part-bad";
