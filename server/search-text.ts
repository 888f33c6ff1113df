import "server-only";

const MOST = 100;

/** What somebody looks for, as it stands in an address: one line, without signs that no text has. */
export function searchText(given: string | readonly string[] | null | undefined, most = MOST): string {
  const text = typeof given === "string" ? given : "";
  return text
    .toWellFormed()
    .replace(/[\u0000-\u001f\u007f]/g, " ")
    .trim()
    .slice(0, most)
    .toWellFormed();
}

const MOST_PAGES = 10_000;

/** "3", as it stands in an address: the third page, counted from 0 here. Whatever else stands there is the first. */
export function pageNumber(given: string | readonly string[] | undefined): number {
  return Math.max(1, Math.min(MOST_PAGES, Math.trunc(Number(given)) || 1)) - 1;
}
