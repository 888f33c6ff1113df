"use client";

import { Button } from "@/ui/button";

interface NoConnectionProps {
  readonly onClose: () => void;
  readonly onTryAgain: () => void;
}

/** Says that what a dialog needs could not be had. It needs nothing itself that might have to be fetched. */
export function NoConnection({ onClose, onTryAgain }: NoConnectionProps) {
  return (
    <div
      role="alertdialog"
      onKeyDown={({ key }) => key === "Escape" && onClose()}
      aria-label="No connection to the shop’s server"
      className="no-print fixed inset-x-4 top-20 z-50 mx-auto flex max-w-xl flex-col gap-3 border-2 border-ink bg-paper p-4 shadow-xl"
    >
      <h2 className="text-lg">No connection to the shop’s server</h2>
      <p role="alert">This form could not be fetched. Nothing was lost; try again when the connection is back.</p>
      <div className="flex gap-3">
        <Button look="main" autoFocus onClick={onTryAgain}>
          Try again
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </div>
  );
}
