"use client";

import { Button } from "@/ui/button";

interface TypedBeforeProps {
  readonly form: { readonly restored: boolean; forget(): void };
}

/** Says that a form holds what was typed before, and throws it away where that is wanted. */
export function TypedBefore({ form }: TypedBeforeProps) {
  if (!form.restored) return null;
  return (
    <p role="status" className="flex flex-wrap items-center gap-x-3 border-l-4 border-ochre bg-ochre-pale px-3">
      Typed before, and not saved yet.
      <Button look="quiet" onClick={form.forget}>
        Start afresh
      </Button>
    </p>
  );
}
