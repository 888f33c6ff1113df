/** A cause is a component and how it failed. Keys of the shop's vocabulary. */
export interface Cause {
  readonly component: string;
  readonly failure: string;
}

/** A cause as a map's key. */
export type CauseKey = string & { readonly __brand: "cause" };

/** A cause as one word, "component/failure": the key of every count. */
export function causeKey({ component, failure }: Cause): CauseKey {
  return `${component}/${failure}` as CauseKey;
}

/** The failure of a thing that works as it was designed to: a finding, not a fault. */
export const WORKS_AS_DESIGNED = "works-as-designed";

/** Whether a part fitted for `tried` speaks of this cause; a part without a named failure speaks of its whole component. */
export function covers(tried: { readonly component: string; readonly failure: string | null }, cause: Cause): boolean {
  return tried.component === cause.component && (tried.failure === null || tried.failure === cause.failure);
}
