import { format, isMatch, parseISO } from "date-fns";

/**
 * A day of the calendar as people say it; what is no such day stays as it is.
 * @example dayText("2026-12-09") // "9 Dec 2026"
 */
export function dayText(day: string): string {
  return isMatch(day, "yyyy-MM-dd") ? format(parseISO(day), "d MMM yyyy") : day;
}
