import type { ReactNode } from "react";
import { classNames } from "./class-names";

interface UnfoldProps {
  /** What is tapped. */
  readonly title: ReactNode;
  readonly small?: boolean;
  readonly className?: string;
  readonly children: ReactNode;
}

/** Something that is there once it is asked for: a line of words, at least 44 px high, that unfolds. */
export function Unfold({ title, small = false, className, children }: UnfoldProps) {
  return (
    <details className={className}>
      <summary
        className={classNames(
          "inline-flex min-h-11 cursor-pointer items-center font-medium underline decoration-rule-strong underline-offset-4",
          small && "text-sm",
        )}
      >
        {title}
      </summary>
      {children}
    </details>
  );
}
