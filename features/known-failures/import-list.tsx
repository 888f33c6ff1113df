"use client";

import { readKnownList } from "@/core/known-failures";
import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useTextFile } from "@/features/shared/use-text-file";
import { useCommand } from "@/features/shared/use-command";
import { Button } from "@/ui/button";
import { useNotify } from "@/ui/notices";

/** A list of known failures as CSV: shown before it is taken, and taken whole or not at all. */
export function ImportList() {
  const { send, busy, problems, message } = useCommand(commandPath("import-known-failures"));
  const notify = useNotify();
  const { list, refused, open, forget } = useTextFile(readKnownList, "has no heading line with “title”");
  const take = async () => {
    if (!list || !(await send({ known: list.rows }))) return;
    notify(`${list.rows.length} taken in`);
    forget();
  };
  return (
    <div className="flex flex-col gap-2 py-2">
      <label className="flex flex-col gap-1">
        <span className="font-medium">CSV with a heading line</span>
        <span className="text-sm text-ink-soft">
          title, component, failure, make, models, years, engines, km, symptoms, codes, kind, reference, note.
          Components, failures and symptoms by their keys; several with semicolons between them; years and km as
          2014-2018 and 90000-160000.
        </span>
        <input type="file" accept=".csv,text/csv" onChange={(event) => void open(event)} className="min-h-11" />
      </label>
      {refused && (
        <p role="alert" className="font-medium text-brick">
          {refused}
        </p>
      )}
      {list && (
        <div role="status">
          <p>
            {list.rows.length} understood{list.problems.length > 0 && `, ${list.problems.length} lines not`}.
          </p>
          <ul className="list-disc pl-5 text-sm text-brick">
            {list.problems.slice(0, 8).map(({ line, why }) => (
              <li key={line}>
                line {line} {why}
              </li>
            ))}
          </ul>
          <Button
            look="main"
            busy={busy}
            disabled={!list.rows.length || list.problems.length > 0}
            onClick={() => void take()}
            className="mt-2"
          >
            Take {list.rows.length} in
          </Button>
        </div>
      )}
      <CommandMessage message={message ?? (problems[0] ? `${problems[0].path}: ${problems[0].message}` : null)} />
    </div>
  );
}
