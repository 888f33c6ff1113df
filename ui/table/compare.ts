/** The order of two values of a column: texts as people sort them, with the numbers in them by their size. */
export function compareValues(a: string | number | null, b: string | number | null): number {
  if (typeof a === "string" && typeof b === "string") return a.localeCompare(b, undefined, { numeric: true });
  return Number(a) - Number(b);
}
