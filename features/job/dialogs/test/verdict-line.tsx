"use client";

import type { TestVerdict } from "@/core/verdict";
import { upperFirst, verdictText } from "@/core/words";

const VERDICT_LOOK = {
  pass: ["border-spruce text-spruce", "Within"],
  fail: ["border-brick text-brick", "Outside"],
  borderline: ["border-ochre text-ochre-ink", "Too close to call"],
  "cannot-judge": ["border-ochre text-ochre-ink", "Cannot judge"],
} as const;

/** What the readings come to, in a sentence; a finding without a limit is told as it is. */
export function VerdictLine({ judged }: { readonly judged: TestVerdict }) {
  if (!judged.ok)
    return (
      <p role="status" className="border-l-4 border-brick pl-3 text-brick">
        <span className="font-semibold">No verdict.</span> {upperFirst(judged.message)}.
      </p>
    );
  const text = verdictText(judged);
  if (!text) return null;
  if (!judged.verdict)
    return (
      <p role="status" className="border-l-4 border-ink pl-3">
        {text}.
      </p>
    );
  const [look, word] = VERDICT_LOOK[judged.verdict];
  return (
    <p role="status" className={`border-l-4 pl-3 ${look}`}>
      <span className="font-semibold">{word}.</span> {text}.
    </p>
  );
}
