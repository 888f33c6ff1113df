"use client";

import { CommandMessage } from "@/features/shared/command-message";
import { megabytesText, momentText } from "@/features/shared/format";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import type { BackupStanding } from "@/server/backup/standing";
import { Button } from "@/ui/button";
import { useLongWork } from "./long-work";
import { WorkList } from "./work-list";

interface BackupsProps {
  readonly standing: BackupStanding;
  readonly timeZone: string;
}

/** When the shop was last backed up, and how to do it now. */
export function Backups({ standing, timeZone }: BackupsProps) {
  const [works, follow] = useLongWork();
  const make = useCommand(commandPath("make-backup"));
  if (!standing.isSet)
    return (
      <p className="border-l-4 border-ochre bg-ochre-pale px-3 py-2">
        Nobody backs this shop up by itself. Whoever looks after the server starts it with{" "}
        <span className="mono">BACKUP_DIR</span>, a folder on another disk; until then{" "}
        <span className="mono">npm run backup</span> writes one.
      </p>
    );
  return (
    <div className="flex flex-col gap-3">
      <LastBackup standing={standing} timeZone={timeZone} />
      <div>
        <Button busy={make.busy} onClick={async () => (await make.send({})) && follow()}>
          Back up now
        </Button>
      </div>
      <CommandMessage message={make.message} />
      <WorkList works={works.filter(({ kind }) => kind === "backup")} timeZone={timeZone} />
    </div>
  );
}

function LastBackup({ standing, timeZone }: Pick<BackupsProps, "standing" | "timeZone">) {
  const { last, isOld, hour } = standing;
  const daily = `Each day from ${String(hour).padStart(2, "0")}:00 the whole database is written to a file and read back.`;
  if (!last) return <p>{daily} None was written yet.</p>;
  const made = `The last good one is of ${momentText(new Date(last.at), timeZone)}, ${megabytesText(last.bytes)}.`;
  return (
    <>
      <p>
        {daily} {!isOld && made}
      </p>
      {isOld && (
        <p role="alert" className="border-l-4 border-brick bg-brick-pale px-3 py-2 font-semibold">
          {made} What came since is in no backup.
        </p>
      )}
    </>
  );
}
