import "server-only";
import type { Site } from "@/server/db/sites";

/** Which day it is at the shop, as in 2027-03-31: a shop's day ends at its own midnight. */
export function shopDay({ timeZone }: Pick<Site, "timeZone">, now: Date): string {
  const parts = new Intl.DateTimeFormat("en", { timeZone, year: "numeric", month: "2-digit", day: "2-digit" });
  const of = new Map(parts.formatToParts(now).map(({ type, value }) => [type, value]));
  return `${of.get("year")}-${of.get("month")}-${of.get("day")}`;
}
