/** What ends sooner than this after its start is started again a little later each time. */
const STEADY_MS = 60_000;
const LONGEST_PAUSE_MS = 10_000;
const STEP_MS = 1000;

/** How long to wait before something that ended is started again, after it was started at `begun` and waited for `pauseMs` before that. */
export const pauseBeforeRestart = (begun, pauseMs) =>
  Date.now() - begun > STEADY_MS ? 0 : Math.min(LONGEST_PAUSE_MS, pauseMs + STEP_MS);
