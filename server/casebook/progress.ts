import "server-only";

/** How far a casebook is on its way in: looked at from one end to the other, and then written. */
export interface ImportProgress {
  readonly stage: "check" | "write";
  /** Jobs. */
  readonly done: number;
  readonly of: number;
}

/** Told how far the work is. @throws where somebody asked that it be stopped: nothing of it is kept then */
export type Tell = (progress: ImportProgress) => Promise<void>;
