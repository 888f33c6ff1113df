/** What it costs to do it now and once it has failed, in one currency, and how likely it is to fail within the stretch. */
export interface Waiting {
  readonly costNow: number;
  readonly costThen: number;
  /** 0 to 1. */
  readonly chance: number;
}

export interface Weighed {
  /** Expected cost of waiting. */
  readonly wait: number;
  /** What doing it now saves on average; negative where it costs more. */
  readonly saves: number;
  /** The chance from which doing it now pays; null where it never does, as it costs more now than then. */
  readonly breakEven: number | null;
}

/**
 * Doing it now against waiting for one stretch: what is done now does not fail within it; what waits costs `costThen` with its chance, and nothing else.
 * @throws Error where a cost is negative or the chance is none
 */
export function weighPrevention({ costNow, costThen, chance }: Waiting): Weighed {
  if (!(costNow >= 0) || !(costThen >= 0) || !(chance >= 0 && chance <= 1))
    throw new Error(`weighPrevention: ${costNow} now, ${costThen} then, chance ${chance}`);
  const wait = chance * costThen;
  return { wait, saves: wait - costNow, breakEven: costThen > costNow ? costNow / costThen : null };
}
