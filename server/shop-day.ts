import "server-only";
import { TZDate } from "@date-fns/tz";
import { format } from "date-fns";
import type { Site } from "@/server/db/sites";

/** Which day it is at the shop, as in 2027-03-31: a shop's day ends at its own midnight. */
export function shopDay({ timeZone }: Pick<Site, "timeZone">, now: Date): string {
  return format(new TZDate(now.getTime(), timeZone), "yyyy-MM-dd");
}
