import "server-only";
import { advise } from "@/core/diagnosis";
import { asJobId, type JobId } from "@/core/ids";
import { cameBack, caseOf, rungOfJob, type JobFacts } from "@/core/job";
import { entryText, recordOdds, type EntryBody, type TrailEntry } from "@/core/trail";
import { countTogether } from "@/server/db/counters";
import { readFacts, withdrawFacts } from "@/server/db/facts";
import { lockJob, setJobFinding, setJobStanding, setJobVersion, type JobRow } from "@/server/db/jobs";
import type { Db } from "@/server/db/pool";
import { insertEntry, insertOdds, readTrail } from "@/server/db/trail";
import { keepKnowledge } from "@/server/knowledge/keep";
import { loadKnowledge, loadLabels } from "@/server/knowledge/load";
import { announceJob } from "@/server/live/announce";
import type { CommandContext } from "./command";
import { refuse, refuseInput } from "./refusal";

/** Names the job and the version that the change was made on. */
export interface JobChange {
  readonly jobId: string;
  readonly version: number;
  /** The entry that this one corrects. */
  readonly corrects?: number | null;
}

/** What a change adds to the trail, and how it changes the facts. */
export interface Change {
  readonly body: EntryBody;
  readonly minutes?: number;
  readonly apply: (seq: number) => Promise<void>;
}

export interface JobAnswer {
  readonly jobId: JobId;
  readonly version: number;
  readonly seq: number;
}

/**
 * The one way in which a job changes: locks it, refuses a stale change with what changed meanwhile, appends one entry,
 * changes the facts, keeps the counters and the recorded odds true, and tells who is watching.
 */
export async function changeJob(
  context: CommandContext,
  change: JobChange,
  make: (job: JobRow, facts: JobFacts) => Promise<Change> | Change,
): Promise<JobAnswer> {
  const { db } = context;
  const job = await openForChange(context, change);
  const before = await readFacts(db, job.id);
  const { body, minutes = 0, apply } = await make(job, before);
  if (before.closed && body.kind !== "reopened" && body.kind !== "proof")
    refuse({ code: "conflict", message: "This job is closed; open it again first." });
  const seq = job.version + 1;
  const { actor, commandId, now } = context;
  const corrects = change.corrects ?? null;
  const corrected = corrects === null ? null : await correctable(db, job.id, corrects);
  await insertEntry(db, { jobId: job.id, seq, at: now, by: actor.personId, minutes, body, corrects, commandId });
  if (corrected) await withdraw(db, job.id, corrected);
  await apply(seq);
  await setJobVersion(db, job.id, seq);
  await concludeChange(context, job.id, seq, before);
  return { jobId: job.id, version: seq, seq };
}

/** The second half of every change, also of the one that opens a job: counters, recorded odds, news. */
export async function concludeChange(
  context: CommandContext,
  jobId: JobId,
  seq: number,
  before: JobFacts | null,
): Promise<void> {
  const { db, site } = context;
  const after = await readFacts(db, jobId);
  await setJobStanding(db, jobId, { rung: rungOfJob(after), cameBack: cameBack(after) });
  await keepKnowledge(db, jobId, before, after);
  const file = caseOf(after);
  const advice = advise(await loadKnowledge(db, site, file), file);
  await insertOdds(db, jobId, seq, recordOdds(advice));
  await announceJob(db, { siteId: site.id, jobId, version: seq });
}

async function openForChange({ db, actor, now }: CommandContext, change: JobChange): Promise<JobRow> {
  const id = asJobId(change.jobId);
  await countTogether(db);
  const job = id && (await lockJob(db, actor.siteId, id));
  if (!job) return refuse({ code: "not-found", what: "job" });
  if (change.version !== job.version) {
    const labels = await loadLabels(db);
    const since = await readTrail(db, job.id, change.version);
    const meanwhile = since.map(({ seq, by, at, body }) => ({
      seq,
      by,
      at: at.toISOString(),
      kind: body.kind,
      text: entryText(labels, body),
    }));
    refuse({ code: "stale", version: job.version, meanwhile });
  }
  if (now < job.openedAt) refuse({ code: "conflict", message: "The change is dated before the job was opened." });
  return job;
}

/** Entries that other entries stand on: they are undone by their own commands, or not at all. */
const NOT_WITHDRAWN = new Set<EntryBody["kind"]>(["opened", "closed", "reopened", "withdrawn"]);

/** The entry that a change means to correct. The job is locked, so that nobody else corrects it meanwhile. */
async function correctable(db: Db, jobId: JobId, corrected: number): Promise<TrailEntry> {
  const entry = (await readTrail(db, jobId, corrected - 1)).find(({ seq }) => seq === corrected);
  if (!entry) return refuseInput("corrects", "names no entry of this job");
  if (NOT_WITHDRAWN.has(entry.body.kind)) refuseInput("corrects", "this kind of entry cannot be taken back");
  if (entry.correctedBy !== null) refuseInput("corrects", "was taken back before");
  return entry;
}

async function withdraw(db: Db, jobId: JobId, { seq, body }: TrailEntry): Promise<void> {
  await withdrawFacts(db, jobId, seq);
  if (body.kind === "finding") await setJobFinding(db, jobId, null);
}
