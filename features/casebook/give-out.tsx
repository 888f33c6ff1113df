"use client";

import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import { Button, ButtonLink } from "@/ui/button";
import { useLongWork } from "./long-work";
import { WorkList } from "./work-list";

interface GiveOutProps {
  readonly isLarge: boolean;
  readonly timeZone: string;
}

const WAYS = [
  { anonymous: false, query: "", save: "Save everything", make: "Make a file of everything" },
  { anonymous: true, query: "?anonymous=1", save: "Save it for another shop", make: "Make a file for another shop" },
] as const;

/** The casebook goes out: sent at once, or made beside other work and saved when it is there. */
export function GiveOut({ isLarge, timeZone }: GiveOutProps) {
  const [works, follow] = useLongWork();
  const make = useCommand(commandPath("export-casebook"));
  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-wrap gap-3">
        {WAYS.map(({ anonymous, query, save, make: makes }) =>
          isLarge ? (
            <Button key={save} busy={make.busy} onClick={async () => (await make.send({ anonymous })) && follow()}>
              {makes}
            </Button>
          ) : (
            <ButtonLink key={save} href={`/api/v1/casebook${query}`} download>
              {save}
            </ButtonLink>
          ),
        )}
      </div>
      <CommandMessage message={make.message} />
      <WorkList works={works.filter(({ kind }) => kind === "export-casebook")} timeZone={timeZone} />
    </div>
  );
}
