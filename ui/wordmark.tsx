/** The name with its sign: a road that ends in a bar. */
export function Wordmark() {
  return (
    <span className="inline-flex items-center gap-2 font-head text-xl font-semibold">
      <svg width="24" height="18" viewBox="0 0 24 18" aria-hidden>
        <rect x="0" y="6" width="18" height="6" fill="var(--color-ink)" />
        <rect x="19" y="0" width="5" height="18" fill="var(--color-brick)" />
      </svg>
      Dead Ends
    </span>
  );
}
