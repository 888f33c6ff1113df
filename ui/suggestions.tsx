/** Words that are offered while one types into a field that names this list; each once, in their order. */
export function Suggestions({ id, words }: { readonly id: string; readonly words: readonly string[] }) {
  return (
    <datalist id={id}>
      {[...new Set(words)].sort().map((word) => (
        <option key={word} value={word} />
      ))}
    </datalist>
  );
}
