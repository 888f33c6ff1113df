import type { ReactNode } from "react";
import type { Procedure } from "@/core/book";

interface StepListProps {
  readonly procedure: Pick<Procedure, "key" | "steps" | "pictured">;
  /** What stands behind a step: a lead's way to give it a picture. */
  readonly behind?: (step: string) => ReactNode;
}

/** How it is done, step by step, each with its picture where there is one. */
export function StepList({ procedure: { key, steps, pictured }, behind }: StepListProps) {
  return (
    <ol className="list-decimal pl-6">
      {steps.map((step) => (
        <li key={step} className="py-1">
          {step}
          {pictured.includes(step) && (
            // The picture comes from our own server as it is.
            // eslint-disable-next-line @next/next/no-img-element
            <img
              src={`/api/v1/procedures/${key}/picture?step=${encodeURIComponent(step)}`}
              alt={`How it looks: ${step}`}
              className="my-1 max-h-72 w-auto max-w-full border border-rule"
              loading="lazy"
            />
          )}
          {behind?.(step)}
        </li>
      ))}
    </ol>
  );
}
