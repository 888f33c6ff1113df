/** How far ahead of its window a known failure is worth telling: about a year's driving. */
const SOON_KM = 20_000;

export const DUE = ["now", "soon", "later", "past", "any"] as const;
/** Where a vehicle stands to the odometer window of a known failure; any: it has none, or the odometer is not known. */
export type Due = (typeof DUE)[number];

export function dueAt(window: readonly [number, number] | null, odometerKm: number | null): Due {
  if (window === null || odometerKm === null) return "any";
  const [from, to] = window;
  if (odometerKm > to) return "past";
  if (odometerKm >= from) return "now";
  return odometerKm >= from - SOON_KM ? "soon" : "later";
}
