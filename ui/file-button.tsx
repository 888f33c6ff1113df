"use client";

import type { ReactNode } from "react";
import { classNames } from "./class-names";

interface FileButtonProps {
  readonly accept: string;
  /** What it says to those who do not see it. */
  readonly label: string;
  readonly busy: boolean;
  readonly look?: "plain" | "quiet";
  readonly onPick: (file: File) => void;
  readonly children: ReactNode;
}

/** A button that opens a file, or on a phone the camera. */
export function FileButton({ accept, label, busy, look = "plain", onPick, children }: FileButtonProps) {
  return (
    <label
      className={classNames(
        "relative inline-flex min-h-11 shrink-0 cursor-pointer items-center gap-2",
        look === "plain"
          ? "border-2 border-ink px-4 font-semibold hover:bg-paper-2"
          : "px-2 font-medium underline decoration-rule-strong underline-offset-4 hover:decoration-ink",
        "focus-within:outline-3 focus-within:outline-offset-2 focus-within:outline-ochre",
        busy && "opacity-60",
      )}
    >
      {children}
      {busy && <span aria-hidden>…</span>}
      <input
        type="file"
        accept={accept}
        className="sr-only"
        aria-label={label}
        disabled={busy}
        onChange={({ target }) => {
          const file = target.files?.[0];
          // The same file can be picked again after it was refused.
          target.value = "";
          if (file) onPick(file);
        }}
      />
    </label>
  );
}
