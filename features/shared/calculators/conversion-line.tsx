"use client";

import { useState } from "react";
import { formatQuantity, readConversion } from "@/core/measure";
import { TextInput } from "@/ui/form";

/** A conversion as one says it: "12 inHg in kPa". */
export function ConversionLine() {
  const [text, setText] = useState("");
  const found = readConversion(text);
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
      <TextInput
        value={text}
        onChange={(event) => setText(event.target.value)}
        aria-label="Convert"
        placeholder="12 inHg in kPa"
        className="mono max-w-72"
      />
      <p role="status" className="mono">
        {found ? `${formatQuantity(found.from)} = ${formatQuantity(found.to)}` : ""}
      </p>
      {text.trim() !== "" && !found && (
        <p className="text-sm text-ink-soft">A number, its unit, “in”, the other unit: 100 km/h in mph, 90 °C in °F.</p>
      )}
    </div>
  );
}
