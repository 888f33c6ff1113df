"use client";

import { useState } from "react";
import { Field } from "@/ui/form";
import { LongText } from "@/ui/long-text";
import { LiveRecorder } from "./live-recorder";

interface TraceInputProps {
  readonly text: string;
  readonly onText: (text: string) => void;
}

const MOST_BYTES = 64 * 1024 * 1024;
const EXAMPLE = "time (min);engine outlet (degC);hose (degC)\n0;15;15\n1;32;16\n2;48;17";

/** Where a recording comes from: typed or pasted, a file, or the vehicle itself. */
export function TraceInput({ text, onText }: TraceInputProps) {
  const [refused, setRefused] = useState<string | null>(null);
  const open = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > MOST_BYTES) return setRefused(`${file.name} is larger than 64 MB. Nothing was read from it.`);
    setRefused(null);
    onText(await file.text());
  };
  return (
    <>
      <Field name="trace" label="The recording" hint="time first, then one or two channels; a heading line with units">
        <LongText rows={5} value={text} onText={onText} placeholder={EXAMPLE} className="mono" />
      </Field>
      <label className="flex flex-col gap-1">
        <span className="font-medium">or open a CSV file</span>
        <input
          type="file"
          accept=".csv,.txt,text/*"
          className="min-h-11"
          onChange={({ target }) => void open(target.files?.[0])}
        />
      </label>
      <LiveRecorder onText={onText} />
      {refused && (
        <p role="alert" className="font-medium text-brick">
          {refused}
        </p>
      )}
    </>
  );
}
