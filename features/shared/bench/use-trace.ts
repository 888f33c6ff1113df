"use client";

import { useEffect, useRef, useState } from "react";
import type { TraceAnswer, TraceQuestion } from "./trace-work";

/** What the worker says of a recording; null while there is none. The latest question wins. */
export function useTrace(question: TraceQuestion | null): {
  readonly answer: TraceAnswer | null;
  readonly busy: boolean;
} {
  const worker = useRef<Worker | null>(null);
  const asked = useRef(0);
  const [state, setState] = useState<{ readonly id: number; readonly answer: TraceAnswer } | null>(null);
  const [latest, setLatest] = useState(0);
  const key = question ? JSON.stringify(question.limits) + question.text : null;
  useEffect(() => () => worker.current?.terminate(), []);
  useEffect(() => {
    if (!question) return;
    if (!worker.current) {
      worker.current = new Worker(new URL("./trace.worker.ts", import.meta.url), { type: "module" });
      worker.current.onmessage = ({ data }: MessageEvent<{ id: number; answer: TraceAnswer }>) => setState(data);
    }
    const id = ++asked.current;
    setLatest(id);
    worker.current.postMessage({ id, question });
    // The key holds all of the question.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  const current = question && state && state.id === latest ? state.answer : null;
  return { answer: current, busy: question !== null && current === null };
}
