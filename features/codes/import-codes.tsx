"use client";

import { readCodeList, type CodeListProblem } from "@/core/codes";
import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useTextFile } from "@/features/shared/use-text-file";
import { useCommand } from "@/features/shared/use-command";
import { Button } from "@/ui/button";
import { useNotify } from "@/ui/notices";

const SHOWN_PROBLEMS = 8;

const WHY: Record<CodeListProblem["why"], string> = {
  "no-code": "is no fault code",
  "no-meaning": "has no meaning",
  twice: "stands in the file twice",
};

/** A file of entries: shown before it is taken, and taken whole or not at all. */
export function ImportCodes() {
  const { send, busy, problems, message } = useCommand(commandPath("import-codes"));
  const notify = useNotify();
  const { list, refused, open, forget } = useTextFile(readCodeList, "has no heading line with “code” and “meaning”");
  const take = async () => {
    if (!list || !(await send({ entries: list.rows }))) return;
    notify(`${list.rows.length} entries taken over`);
    forget();
  };
  return (
    <div className="flex grow flex-col gap-2">
      <label className="flex flex-col gap-1">
        <span className="font-medium">Take over a CSV file</span>
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
            {list.rows.length} entries understood{list.problems.length > 0 && `, ${list.problems.length} lines not`}.
          </p>
          <ul className="list-disc pl-5 text-sm text-brick">
            {list.problems.slice(0, SHOWN_PROBLEMS).map(({ line, why, text }) => (
              <li key={line}>
                line {line} {WHY[why]}: <span className="mono">{text}</span>
              </li>
            ))}
          </ul>
          <Button look="main" busy={busy} disabled={!list.rows.length} onClick={take} className="mt-2">
            Take {list.rows.length} over
          </Button>
        </div>
      )}
      <CommandMessage message={message ?? (problems[0] ? `${problems[0].path}: ${problems[0].message}` : null)} />
    </div>
  );
}
