"use client";

import { CommandMessage } from "@/features/shared/command-message";
import { groupDigits, momentText } from "@/features/shared/format";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import type { WorkAnswer } from "@/server/api/long-work";
import { Button } from "@/ui/button";
import { Progress } from "@/ui/progress";
import { Unfold } from "@/ui/unfold";
import { nameOf, OutcomeView } from "./outcome-view";

interface WorkListProps {
  readonly works: readonly WorkAnswer[];
  readonly timeZone: string;
}

/** Long work under way, and what came of the latest. */
export function WorkList({ works, timeZone }: WorkListProps) {
  const underWay = works.filter(({ endedAt }) => endedAt === null);
  const [latest, ...earlier] = works.filter(({ endedAt }) => endedAt !== null);
  return (
    <div className="flex flex-col gap-3">
      {underWay.map((work) => (
        <UnderWay key={work.id} work={work} />
      ))}
      {latest && <OutcomeView key={latest.id} work={latest} />}
      {earlier.length > 0 && (
        <Unfold title={`Earlier today: ${earlier.length}`}>
          <ul className="flex flex-col gap-3">
            {earlier.map((work) => (
              <li key={work.id}>
                <p className="text-sm text-ink-soft">
                  {momentText(new Date(work.askedAt), timeZone)}, {work.by ?? "by the clock"}
                </p>
                <OutcomeView work={work} />
              </li>
            ))}
          </ul>
        </Unfold>
      )}
    </div>
  );
}

function UnderWay({ work }: { readonly work: WorkAnswer }) {
  const stop = useCommand(commandPath("stop-long-work"));
  const words = `${nameOf(work)}${stageWords(work)}`;
  return (
    <div className="flex flex-col gap-1">
      <p role="status">
        {words}. It goes on by itself, also when you leave this page
        {work.kind === "backup" || work.kind === "export-casebook"
          ? "."
          : "; nothing of it counts before all of it is done."}
      </p>
      <Progress label={words} share={work.of ? work.done / work.of : undefined} />
      <CommandMessage message={stop.message} />
      <div>
        <Button look="quiet" busy={stop.busy} onClick={() => void stop.send({ id: work.id })}>
          Stop it
        </Button>
      </div>
    </div>
  );
}

const askedBy = ({ by }: WorkAnswer): string => (by === null ? "due today" : `asked for by ${by}`);

function stageWords(work: WorkAnswer): string {
  const { state, stage, done, of } = work;
  const jobs = `${groupDigits(done)} of ${groupDigits(of)} jobs`;
  if (state !== "running") return `, ${askedBy(work)}, waits for its turn`;
  if (stage === "back-up") return ` is being written: ${groupDigits(done)} MB so far`;
  if (stage === "read-back") return " is written and is being read back";
  if (stage === "export") return ` is being made: ${jobs}`;
  if (stage === "count") return `: ${groupDigits(done)} of ${groupDigits(of)} jobs are counted again`;
  if (stage === "check") return ` is being checked: ${jobs}`;
  if (stage === "book") return " is being taken over: its words, procedures and known failures";
  if (stage === "ties") return " is being taken over: which jobs came back";
  return stage === "write" ? ` is being taken over: ${jobs}` : " is being read";
}
