"use client";

import { Button } from "@/ui/button";

/** Prints the page, or keeps it as PDF: as the browser does. */
export function PrintButton() {
  return (
    <Button look="main" onClick={() => window.print()}>
      Print or save as PDF
    </Button>
  );
}
