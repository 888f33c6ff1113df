/** Keeps the shape of what is being loaded. */
export function SkeletonLines({ lines }: { readonly lines: number }) {
  return (
    <div aria-hidden className="flex flex-col">
      {Array.from({ length: lines }, (_, line) => (
        <div key={line} className="flex min-h-14 items-center gap-4 border-b border-rule">
          <div className="h-4 w-12 bg-paper-2" />
          <div className="h-4 grow bg-paper-2" />
          <div className="h-4 w-24 bg-paper-2" />
        </div>
      ))}
    </div>
  );
}

export function SkeletonBlock({ className }: { readonly className: string }) {
  return <div aria-hidden className={`bg-paper-2 ${className}`} />;
}
