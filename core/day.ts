const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

/**
 * A day of the calendar as people say it; what is no such day stays as it is.
 * @example dayText("2026-12-09") // "9 Dec 2026"
 */
export function dayText(day: string): string {
  const [, year, month, date] = /^(\d{4})-(\d{2})-(\d{2})$/.exec(day) ?? [];
  const name = MONTHS[Number(month) - 1];
  return name && date ? `${Number(date)} ${name} ${year}` : day;
}
