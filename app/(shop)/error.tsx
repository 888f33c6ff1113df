"use client";

import { Button, ButtonLink } from "@/ui/button";

/** What could not be shown; nothing that was saved is touched by it. */
export default function ShopError({
  error,
  reset,
}: {
  readonly error: Error & { digest?: string };
  readonly reset: () => void;
}) {
  return (
    <div className="mx-auto max-w-xl px-5 py-16" role="alert">
      <h1 className="text-xl">This page could not be shown</h1>
      <p className="mt-2">
        What you saved before is safe. Try again; if it stays, tell your lead
        {error.digest ? <span className="mono"> {error.digest}</span> : " what you were doing"}.
      </p>
      <div className="mt-5 flex gap-3">
        <Button look="main" onClick={reset}>
          Try again
        </Button>
        <ButtonLink href="/">To the floor</ButtonLink>
      </div>
    </div>
  );
}
