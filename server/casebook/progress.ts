import "server-only";

/** How far a casebook is on its way in: looked at from one end to the other, then its jobs are written, then its book, and at last what ties jobs together. */
export interface ImportProgress {
  readonly stage: "check" | "write" | "book" | "ties";
  /** Jobs; nothing of nothing where it is not told. */
  readonly done: number;
  readonly of: number;
}

/** Told how far the work is. @throws where somebody asked that it be stopped: nothing of it is kept then */
export type Tell = (progress: ImportProgress) => Promise<void>;
