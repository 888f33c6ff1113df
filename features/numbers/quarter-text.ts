const MONTHS_A_QUARTER = 3;

/** "2026, 3rd quarter" of a quarter's first day. */
export function quarterText(day: string): string {
  const nth = (Number(day.slice(5, 7)) - 1) / MONTHS_A_QUARTER;
  return `${day.slice(0, 4)}, ${["1st", "2nd", "3rd", "4th"][nth] ?? "?"} quarter`;
}

/** "Q3 26" where there is little room. */
export const shortQuarter = (day: string): string =>
  `Q${(Number(day.slice(5, 7)) - 1) / MONTHS_A_QUARTER + 1} ${day.slice(2, 4)}`;
