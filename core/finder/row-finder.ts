import { wordFinder, type FindableWord } from "./word-finder";

/**
 * Finds rows by what each is called; what they are found by is put in order once something is looked for, not before.
 * @returns the rows that hold what was typed, the best first; all of them, as they came, where nothing was
 */
export function rowFinder<Row>(
  rows: readonly Row[],
  findBy: (row: Row) => FindableWord,
): (typed: string) => readonly Row[] {
  let find: ((typed: string) => readonly Row[]) | null = null;
  const prepare = () => {
    const words = rows.map(findBy);
    const byKey = new Map(rows.map((row, at) => [words[at]?.key, row]));
    const finder = wordFinder(words);
    return (typed: string) => finder(typed).flatMap((key) => byKey.get(key) ?? []);
  };
  return (typed) => (typed.trim() ? (find ??= prepare())(typed) : rows);
}
