import "server-only";

const MOST_KEY_LETTERS = 60;

/** "Ölpumpe, hinten" becomes "olpumpe-hinten"; a label without any such letter becomes "word". */
export function keyOf(label: string): string {
  const plain = label
    .normalize("NFKD")
    .replace(/[\u0300-\u036f]/g, "")
    .toLowerCase();
  return (
    plain
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-+|-+$/g, "")
      .slice(0, MOST_KEY_LETTERS) || "word"
  );
}

/** The key itself, or with the first number behind it that nobody has. */
export async function freeKey(wanted: string, taken: (key: string) => Promise<boolean>): Promise<string> {
  let candidate = wanted;
  for (let number = 2; await taken(candidate); number++) candidate = `${wanted}-${number}`;
  return candidate;
}
