"use client";

import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";

interface NoConnectionProps {
  readonly onClose: () => void;
  readonly onTryAgain: () => void;
}

/** Says that what a dialog needs could not be had. */
export function NoConnection({ onClose, onTryAgain }: NoConnectionProps) {
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="No connection to the shop’s server">
      <p role="alert">This form could not be fetched. Nothing was lost; try again when the connection is back.</p>
      <Button look="main" className="mt-4" onClick={onTryAgain}>
        Try again
      </Button>
    </Dialog>
  );
}
