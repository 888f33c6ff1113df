import type { ReactNode } from "react";
import type { Site } from "@/server/db/sites";
import type { JobSheet } from "@/server/views/job-sheet";

export interface PaperProps {
  readonly sheet: JobSheet;
  readonly site: Site;
}

/** A part of a paper under its heading; nothing where there is nothing to say. */
export function Part({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section aria-label={title} className="break-inside-avoid">
      <h2 className="text-lg">{title}</h2>
      {children}
    </section>
  );
}
