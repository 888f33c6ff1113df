/** Rows under their headings, in the order in which the headings first come. */
export function groupsOf<Row>(
  rows: readonly Row[],
  groupOf: ((row: Row) => string) | null,
): readonly { readonly heading: string | null; readonly rows: readonly Row[] }[] {
  if (!groupOf) return [{ heading: null, rows }];
  const groups = new Map<string, Row[]>();
  for (const row of rows) {
    const own = groups.get(groupOf(row));
    if (own) own.push(row);
    else groups.set(groupOf(row), [row]);
  }
  return [...groups].map(([heading, own]) => ({ heading, rows: own }));
}
