"use client";

import type { TextareaHTMLAttributes } from "react";
import { Button } from "./button";
import { TextArea } from "./form";

/** A field with more letters than this is slow to type in. */
const TYPED_MOST = 20_000;
const SHOWN_LINES = 12;

interface LongTextProps extends Omit<TextareaHTMLAttributes<HTMLTextAreaElement>, "value" | "onChange"> {
  readonly value: string;
  readonly onText: (text: string) => void;
}

/** Text that may come from a file: typed in while it is short; a long one is kept whole and shown by its first lines, never edited in part. */
export function LongText({ value, onText, ...rest }: LongTextProps) {
  if (value.length <= TYPED_MOST)
    return <TextArea value={value} onChange={(event) => onText(event.target.value)} {...rest} />;
  const shown = value.split("\n", SHOWN_LINES).join("\n").slice(0, TYPED_MOST).toWellFormed();
  return (
    <div className="flex flex-col gap-2">
      <pre className="mono max-h-40 overflow-auto border border-rule px-3 py-2 text-sm">
        {shown}
        {"\n…"}
      </pre>
      <p className="text-sm text-ink-soft">
        The whole of it is there, {Math.round(value.length / 1000)} thousand letters; so long a text is not edited here.{" "}
        <Button look="quiet" onClick={() => onText("")}>
          Put it away
        </Button>
      </p>
    </div>
  );
}
