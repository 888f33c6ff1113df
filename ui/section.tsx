import type { ReactNode } from "react";

interface SectionProps {
  readonly title: string;
  /** Small print at the right of the heading. */
  readonly aside?: ReactNode;
  readonly children: ReactNode;
  readonly id?: string;
}

/** A heading over a rule, and what belongs under it. */
export function Section({ title, aside, children, id }: SectionProps) {
  return (
    <section aria-label={title} id={id}>
      <div className="flex items-baseline justify-between gap-3 border-b border-rule pb-1">
        <h2 className="text-lg">{title}</h2>
        {aside && <span className="text-sm text-ink-soft">{aside}</span>}
      </div>
      {children}
    </section>
  );
}

/** What to do where there is nothing yet. */
export function Empty({ children }: { readonly children: ReactNode }) {
  return <p className="py-4 text-ink-soft">{children}</p>;
}
