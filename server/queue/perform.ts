import "server-only";
import { backUp } from "@/server/backup/back-up";
import { exportFromQueue } from "@/server/casebook/queued-export";
import { importFromQueue } from "@/server/casebook/queued-import";
import {
  beginWork,
  endWork,
  noteProgress,
  noteSeen,
  type WorkEnd,
  type WorkKind,
  type WorkRow,
} from "@/server/db/long-work";
import { pool } from "@/server/db/pool";
import { log } from "@/server/log";
import { runFromQueue } from "./queued-command";
import { WorkStopped, type TellProgress, type WorkResult } from "./work";

const DOES: Readonly<Record<WorkKind, (work: WorkRow, tell: TellProgress) => Promise<WorkResult>>> = {
  "import-casebook": importFromQueue,
  "export-casebook": exportFromQueue,
  command: runFromQueue,
  backup: backUp,
};

/** What was begun so often and never came to its end is given up: nothing else would ever get its turn. */
const MOST_TRIES = 10;
const TELL_EVERY_MS = 250;
const SEEN_EVERY_MS = 2000;

/**
 * Does one piece of long work from its beginning to its end.
 * @throws where it broke off and is to be begun again
 */
export async function perform(id: string): Promise<void> {
  const work = await beginWork(pool(), id, new Date());
  if (!work) return;
  const seen = setInterval(() => void noteSeen(pool(), id, new Date()).catch(() => {}), SEEN_EVERY_MS);
  try {
    if (work.tries > MOST_TRIES) throw new Error("it broke off too often");
    const result = await DOES[work.kind](work, tellerOf(id));
    if (result.ok) await end(id, "done", { answer: result.answer });
    else await end(id, "refused", result.refused);
  } catch (error) {
    if (error instanceof WorkStopped) return await end(id, "stopped", null);
    log().error({ err: error, work: id, kind: work.kind, tries: work.tries }, "long work broke off");
    if (work.tries < MOST_TRIES) throw error;
    await end(id, "failed", null);
  } finally {
    clearInterval(seen);
  }
}

const end = (id: string, state: WorkEnd["state"], result: WorkEnd["result"]) =>
  endWork(pool(), id, { state, result }, new Date());

/** Writes progress, but not so often that it costs time; the first of a stage at once. */
function tellerOf(id: string): TellProgress {
  let toldAt = Number.NEGATIVE_INFINITY;
  let toldStage = "";
  return async (progress) => {
    const now = performance.now();
    if (progress.stage === toldStage && now - toldAt < TELL_EVERY_MS) return;
    [toldAt, toldStage] = [now, progress.stage];
    if (await noteProgress(pool(), id, progress, new Date())) throw new WorkStopped();
  };
}
