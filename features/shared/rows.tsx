"use client";

import { X } from "lucide-react";
import type { ReactNode } from "react";
import { Button } from "@/ui/button";

interface RowsProps<Row> {
  readonly rows: readonly Row[];
  readonly empty: Row;
  readonly add: string;
  readonly onChange: (rows: readonly Row[]) => void;
  readonly children: (row: Row, set: (part: Partial<Row>) => void, at: number) => ReactNode;
}

/** Rows that can be added and left out. */
export function Rows<Row extends object>({ rows, empty, add, onChange, children }: RowsProps<Row>) {
  return (
    <div className="flex flex-col gap-3 pt-3">
      {rows.map((row, at) => (
        <div key={at} className="flex items-start gap-2 border-b border-rule pb-3">
          <div className="min-w-0 grow">
            {children(row, (part) => onChange(rows.map((each, nth) => (nth === at ? { ...each, ...part } : each))), at)}
          </div>
          <button
            type="button"
            aria-label={`Leave out line ${at + 1}`}
            className="inline-flex size-11 shrink-0 items-center justify-center hover:bg-paper-2"
            onClick={() => onChange(rows.filter((_, nth) => nth !== at))}
          >
            <X aria-hidden size={20} />
          </button>
        </div>
      ))}
      <Button className="self-start" onClick={() => onChange([...rows, empty])}>
        {add}
      </Button>
    </div>
  );
}
