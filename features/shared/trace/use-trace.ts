"use client";

import { useEffect, useRef, useState } from "react";
import type { TraceAnswer, TraceQuestion } from "./trace-work";

interface Answered {
  readonly key: string;
  readonly answer: TraceAnswer;
}

/** A recording is read once nobody has typed for so long. */
const PAUSE_MS = 150;

/** What the worker says of a recording; null while there is none. An answer to what was asked before is none. */
export function useTrace(question: TraceQuestion | null): {
  readonly answer: TraceAnswer | null;
  readonly busy: boolean;
} {
  const worker = useRef<Worker | null>(null);
  // A recording may be tens of megabytes: what goes there and back is a number.
  const asked = useRef({ id: 0, key: "" });
  const [answered, setAnswered] = useState<Answered | null>(null);
  const key = question ? JSON.stringify(question.limits) + question.text : null;
  useEffect(() => () => worker.current?.terminate(), []);
  useEffect(() => {
    if (!question || key === null) return;
    const asking = setTimeout(() => {
      if (!worker.current) {
        worker.current = new Worker(new URL("./trace.worker.ts", import.meta.url), { type: "module" });
        worker.current.onmessage = ({ data }: MessageEvent<{ id: number; answer: TraceAnswer }>) => {
          if (data.id === asked.current.id) setAnswered({ key: asked.current.key, answer: data.answer });
        };
      }
      asked.current = { id: asked.current.id + 1, key };
      worker.current.postMessage({ id: asked.current.id, question });
    }, PAUSE_MS);
    return () => clearTimeout(asking);
    // The key holds all of the question.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  const current = answered !== null && answered.key === key ? answered.answer : null;
  return { answer: current, busy: question !== null && current === null };
}
