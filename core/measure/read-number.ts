/**
 * A number as people type it: decimal comma or point, thin spaces between thousands. Null where it is none.
 * @example readNumber("12,5") // 12.5
 */
export function readNumber(text: string): number | null {
  const tidy = text
    .trim()
    .replace(/[\s\u202f\u00a0]/g, "")
    .replace(",", ".");
  if (!/^[+-]?(\d+\.?\d*|\.\d+)$/.test(tidy)) return null;
  const value = Number(tidy);
  return Number.isFinite(value) ? value : null;
}
