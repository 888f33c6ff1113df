/** What stands between commas, or between other signs that part a list. */
export const listed = (text: string, between: string | RegExp = ","): string[] =>
  text
    .split(between)
    .map((part) => part.trim())
    .filter(Boolean);
