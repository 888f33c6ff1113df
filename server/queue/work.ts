import "server-only";

/** Told how far long work is, now and then. @throws WorkStopped where somebody asked for that */
export type TellProgress = (progress: {
  readonly stage: string;
  readonly done: number;
  readonly of: number;
}) => Promise<void>;

/** What long work came to: an answer, or why it was refused. */
export type WorkResult =
  { readonly ok: true; readonly answer: unknown } | { readonly ok: false; readonly refused: object };

/** Somebody asked that long work be stopped: nothing of it is kept. */
export class WorkStopped extends Error {
  constructor() {
    super("the work was stopped");
  }
}
