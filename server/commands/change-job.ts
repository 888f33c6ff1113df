import "server-only";
import { entryText, recordOf, ruleOf, type EntryBody, type WrittenEntry } from "@/core/entries";
import { asJobId, type JobId } from "@/core/ids";
import { cameBack, rungOfJob, type JobFacts } from "@/core/job";
import { may } from "@/server/auth/rights";
import { countTogether } from "@/server/db/count-locks";
import { readFacts } from "@/server/db/facts";
import { unknownWord } from "@/server/db/known-words";
import { writeRecord } from "@/server/db/job-record";
import { lockJob, setJobStanding, setJobVersion, type JobRow } from "@/server/db/jobs";
import { insertEntry, insertOdds, readEntries, readTrail } from "@/server/db/trail";
import { keepCounters } from "@/server/book/keep";
import { loadLabels } from "@/server/book/load";
import { keepAfterChange } from "@/server/outlook/keep";
import { announceJob } from "@/server/live/announce";
import type { CommandContext } from "./command";
import { underOwnNames } from "./modules";
import { refuse, refuseInput } from "./refusal";

/** Names the job and the version that the change was made on. */
export interface JobChange {
  readonly jobId: string;
  readonly version: number;
  /** The entry that this one corrects. */
  readonly corrects?: number | null;
}

/** What a change adds to the trail. What it changes of the facts follows from its kind (`core/entries`). */
export interface Change {
  readonly body: EntryBody;
  readonly minutes?: number;
}

export interface JobAnswer {
  readonly jobId: JobId;
  readonly version: number;
  readonly seq: number;
}

/**
 * The one way in which a job changes: locks it, refuses a stale change with what changed meanwhile, appends one entry,
 * writes what the trail adds up to now, keeps the counters and the recorded odds true, and tells who is watching.
 */
export async function changeJob(
  context: CommandContext,
  change: JobChange,
  make: (job: JobRow, facts: JobFacts) => Promise<Change> | Change,
): Promise<JobAnswer> {
  const { db } = context;
  const job = await openForChange(context, change);
  const before = await readFacts(db, job.id);
  const made = await make(job, before);
  if (before.closed && !ruleOf(made.body.kind).onClosed)
    refuse({ code: "conflict", message: "This job is closed; open it again first." });
  const corrects = change.corrects ?? null;
  const trail = await readEntries(db, job.id);
  if (corrects !== null) requireCorrectable(context, { made, trail, corrects, closed: before.closed });
  const written = await appendEntry(context, job.id, trail, { ...made, corrects });
  await concludeChange(context, job.id, written.seq, before);
  return { jobId: job.id, version: written.seq, seq: written.seq };
}

/**
 * Appends an entry to a job's trail, and writes what the trail adds up to with it.
 * @param trail every entry that the job has so far
 */
export async function appendEntry(
  { db, actor, commandId, now }: CommandContext,
  jobId: JobId,
  trail: readonly WrittenEntry[],
  { body: said, minutes = 0, corrects = null }: Change & { readonly corrects?: number | null },
): Promise<WrittenEntry> {
  const body = await underOwnNames(db, said);
  const stranger = await unknownWord(db, body);
  if (stranger) refuseInput(stranger.path, `is no ${stranger.kind} of the book`);
  const seq = (trail.at(-1)?.seq ?? 0) + 1;
  const entry: WrittenEntry = { seq, at: now, byId: actor.personId, minutes, body, corrects };
  await insertEntry(db, { jobId, seq, at: now, by: actor.personId, minutes, body, corrects, commandId });
  await writeRecord(db, jobId, recordOf(trail), recordOf([...trail, entry]));
  await setJobVersion(db, jobId, seq);
  return entry;
}

/** The second half of every change, also of the one that opens a job: counters, recorded odds, news. */
export async function concludeChange(
  context: CommandContext,
  jobId: JobId,
  seq: number,
  before: JobFacts | null,
): Promise<void> {
  const { db, site, now } = context;
  const after = await readFacts(db, jobId);
  await setJobStanding(db, jobId, { rung: rungOfJob(after), cameBack: cameBack(after) });
  const keepOdds = async () =>
    insertOdds(
      db,
      jobId,
      seq,
      await keepAfterChange(db, site, { job: { id: jobId, version: seq }, facts: after, now }),
    );
  // A job's odds are made of what others taught: of a book that does not hold it yet, or no longer.
  if (!before?.closed) await keepOdds();
  await keepCounters(db, jobId, before, after);
  if (before?.closed) await keepOdds();
  await announceJob(db, { siteId: site.id, jobId, version: seq });
}

async function openForChange({ db, actor }: CommandContext, change: JobChange): Promise<JobRow> {
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
  return job;
}

interface Correction {
  readonly made: Change;
  readonly trail: readonly WrittenEntry[];
  /** The entry that is meant. */
  readonly corrects: number;
  readonly closed: boolean;
}

/**
 * Whether an entry may be taken back or said anew: one of the same kind, that can be taken back at all, on a job that allows it, by
 * somebody who may write such an entry. The job is locked, so that nobody else corrects it meanwhile.
 */
function requireCorrectable({ actor }: CommandContext, { made, trail, corrects, closed }: Correction): void {
  const entry = trail.find(({ seq }) => seq === corrects);
  if (!entry) return refuseInput("corrects", "names no entry of this job");
  const { kind } = entry.body;
  const { right, stays, onClosed } = ruleOf(kind);
  if (made.body.kind !== "withdrawn" && made.body.kind !== kind)
    refuseInput("corrects", "names an entry of another kind; take that one back instead");
  if (stays !== null) refuseInput("corrects", `cannot be taken back: ${stays}`);
  if (trail.some((each) => each.corrects === corrects)) refuseInput("corrects", "was taken back before");
  if (closed && !onClosed) refuse({ code: "conflict", message: "This job is closed; open it again first." });
  if (!may(actor, right)) refuse({ code: "not-allowed", right });
  // What was proved after the job was closed is not for everybody to undo.
  if (closed && !may(actor, "job.close")) refuse({ code: "not-allowed", right: "job.close" });
  if (entry.byId !== actor.personId && !may(actor, "job.set-right"))
    refuseInput("corrects", "is a colleague's entry: ask them, or a technician, to take it back");
}
