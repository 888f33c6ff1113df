"use client";

import { useEffect, useState } from "react";
import { Button } from "@/ui/button";

interface StopwatchProps {
  readonly startedAt: number | null;
  readonly onStart: (at: number | null) => void;
  /** Takes the minutes over. */
  readonly onTake: (minutes: string) => void;
}

const TICK_MS = 1000;

/** Minutes since the test was started; goes on through a reload, since only the start is kept. */
export function Stopwatch({ startedAt, onStart, onTake }: StopwatchProps) {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (startedAt === null) return;
    const timer = setInterval(() => setNow(Date.now()), TICK_MS);
    return () => clearInterval(timer);
  }, [startedAt]);
  if (startedAt === null)
    return (
      <Button
        className="self-start"
        onClick={() => {
          setNow(Date.now());
          onStart(Date.now());
        }}
      >
        Start the clock
      </Button>
    );
  const seconds = Math.max(0, Math.round((now - startedAt) / 1000));
  const minutes = Math.max(1, Math.round(seconds / 60));
  return (
    <div className="flex flex-wrap items-center gap-3">
      <span className="mono text-lg" role="timer">
        {Math.floor(seconds / 60)}:{String(seconds % 60).padStart(2, "0")}
      </span>
      <Button onClick={() => onTake(String(minutes))}>Take {minutes} min</Button>
      <Button look="quiet" onClick={() => onStart(null)}>
        Stop the clock
      </Button>
    </div>
  );
}
