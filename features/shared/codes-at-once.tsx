"use client";

import { useState } from "react";
import { readEntryLine } from "@/core/entry-line";
import { Button } from "@/ui/button";
import { TextInput } from "@/ui/form";
import type { CodeDraft } from "./code-draft";

const NO_WORDS = { symptoms: [], conditions: [] };

/** Several codes in one line, as in "P0299, P0401 pending"; what is no code stays in the line. */
export function CodesAtOnce({ onTake }: { readonly onTake: (codes: readonly CodeDraft[]) => void }) {
  const [text, setText] = useState("");
  const { codes, note } = readEntryLine(text, NO_WORDS);
  const take = () => {
    if (!codes.length) return;
    onTake(codes.map(({ code, status }) => ({ code, module: "", status })));
    setText(note);
  };
  return (
    <div>
      <div className="flex gap-2">
        <TextInput
          value={text}
          onChange={(event) => setText(event.target.value)}
          // Whoever goes on to save has meant them.
          onBlur={take}
          onKeyDown={(event) => {
            if (event.key !== "Enter") return;
            event.preventDefault();
            take();
          }}
          aria-label="Several codes in one line"
          placeholder="P0299, P0401 pending, C0035"
          className="mono min-w-0 grow"
        />
        <Button disabled={!codes.length} onClick={take}>
          {codes.length > 1 ? `Take ${codes.length}` : "Take"}
        </Button>
      </div>
      {note && (
        <p role="status" className="text-sm font-medium text-ochre-ink">
          No code: {note}
        </p>
      )}
    </div>
  );
}
