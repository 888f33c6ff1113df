"use client";

import { useState } from "react";
import type { KeptTrace } from "@/core/trace";
import { Button } from "@/ui/button";
import { useLate } from "@/ui/use-late";
import { NoConnection } from "./no-connection";

interface EntryTraceProps {
  readonly trace: KeptTrace;
  readonly title: string;
}

const loadRecording = () => import("./entry-recording").then(({ EntryRecording }) => EntryRecording);

/** A test's recording, drawn where somebody asks for it. */
export function EntryTrace({ trace, title }: EntryTraceProps) {
  const [shown, setShown] = useState(false);
  const { Part: Recording, failed, fetch } = useLate(loadRecording, shown);
  const close = () => setShown(false);
  return (
    <>
      <Button look="quiet" className="no-print" onClick={() => setShown(true)}>
        Show the recording
      </Button>
      {shown && Recording && <Recording trace={trace} title={title} onClose={close} />}
      {shown && failed && <NoConnection onClose={close} onTryAgain={fetch} />}
    </>
  );
}
