"use client";

import type { ReactNode } from "react";
import { Button } from "@/ui/button";
import { useJobPage, type JobDialog } from "./job-context";

/** One thing to do now, under its title. */
export function Block({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <>
      <p className="text-sm font-medium text-ochre-ink">Do next</p>
      <h2 className="text-xl leading-tight">{title}</h2>
      {children}
    </>
  );
}

interface ActionsProps {
  readonly first: { readonly label: string; readonly dialog: JobDialog };
  readonly second?: { readonly label: string; readonly dialog: JobDialog };
  /** More buttons. */
  readonly children?: ReactNode;
}

/** The main button, and what stands beside it. */
export function Actions({ first, second, children }: ActionsProps) {
  const { open } = useJobPage();
  return (
    <div className="mt-2 flex flex-wrap gap-2">
      <Button id="do-next" look="main" onClick={() => open(first.dialog)}>
        {first.label}
      </Button>
      {second && <Button onClick={() => open(second.dialog)}>{second.label}</Button>}
      {children}
    </div>
  );
}
