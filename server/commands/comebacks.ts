import "server-only";
import Joi from "joi";
import { differenceInDays } from "date-fns";
import type { Recency } from "@/core/case";
import type { EntryBody } from "@/core/entries";
import { asJobId } from "@/core/ids";
import { cameBack, COMEBACKS, partsAsTheyStand, rungOfJob, unsettles, type Comeback, type JobFacts } from "@/core/job";
import { countTogether } from "@/server/db/count-locks";
import { readFacts } from "@/server/db/facts";
import { lockJob, setComebackOf, setJobStanding, type JobRow } from "@/server/db/jobs";
import { keepCounters } from "@/server/book/keep";
import { announceJob } from "@/server/live/announce";
import { jobChange, optionalLine, text, uuid } from "@/server/input";
import type { JobAnswer, JobChange } from "./change-job";
import type { Command, CommandContext } from "./command";
import { odometerInput, requireForwards } from "./odometer";
import { takeInJob } from "./open-job";
import { refuse } from "./refusal";

interface ComebackInput {
  readonly jobId: string;
  readonly why: Comeback;
  readonly complaint: string;
  readonly odometerKm: number | null;
  readonly odometerReason: string | null;
}

/**
 * The vehicle of a closed job is back: opens a job that starts with what was tried. With the same complaint, or the same part failed again, the old
 * cause loses its standing in the same moment, for everybody.
 */
export const openComeback: Command<ComebackInput, JobAnswer & { readonly number: number }> = {
  name: "open-comeback",
  right: "job.open",
  input: Joi.object({
    jobId: uuid().required(),
    why: Joi.string()
      .valid(...COMEBACKS)
      .required(),
    complaint: text(4000).required(),
    odometerKm: odometerInput().allow(null).default(null),
    odometerReason: optionalLine(400),
  }),
  async run(context, input) {
    const { db, now } = context;
    const { why, complaint, odometerKm, odometerReason } = input;
    const old = await lockedJob(context, input.jobId);
    if (!old.closedAt) refuse({ code: "conflict", message: "That job is still open: go on with it." });
    const before = await readFacts(db, old.id);
    await requireForwards(db, { id: old.vehicleId, exceptJob: null }, odometerKm, odometerReason);
    const symptoms: readonly EntryBody[] =
      unsettles(why) && before.symptoms.length ? [{ kind: "symptoms", symptoms: before.symptoms }] : [];
    const job = {
      vehicleId: old.vehicleId,
      odometerKm,
      complaint,
      comebackOf: unsettles(why) ? old.id : null,
      comebackWhy: why,
    };
    const answer = await takeInJob(context, job, (heldBy) => [
      { kind: "opened", complaint, odometerKm, odometerReason, heldBy, after: { number: old.number, why } },
      ...whatWasTried(before, old, now),
      ...symptoms,
    ]);
    if (unsettles(why)) await weighAnew(context, old, before);
    return answer;
  },
};

/** The parts of the old job are earlier work of the new one: recent work is itself a suspect. */
function whatWasTried(before: JobFacts, { number, closedAt }: JobRow, now: Date): readonly EntryBody[] {
  const recency = recencyOf(differenceInDays(now, closedAt ?? now));
  const parts = new Map(partsAsTheyStand(before).map((part) => [part.component, part]));
  return [...parts.values()].map(({ component, failure, source, getHome }) => ({
    kind: "prior-work" as const,
    component,
    work: getHome ? ("bypassed" as const) : source === "repaired" ? ("repaired" as const) : ("changed" as const),
    who: "us" as const,
    recency,
    note: `job ${number}${reasonNote(before, component, failure)}`,
    maker: null,
  }));
}

/** That a part was really bad stays true; where what made it fail was not found, that is what the next one has to look for. */
function reasonNote({ finding }: JobFacts, component: string, failure: string | null): string {
  const cause = finding?.causes.find((each) => each.component === component && (!failure || each.failure === failure));
  if (!cause?.reason || cause.reason.state === "found") return "";
  return "; it was bad, and what made it fail was never found";
}

/** Days since it left, as earlier work is told. */
function recencyOf(days: number): Recency {
  if (days < 7) return "days";
  if (days < 60) return "weeks";
  return days < 365 ? "months" : "longer";
}

/** It was no comeback after all: the old cause has its standing again. */
export const untieComeback: Command<JobChange, null> = {
  name: "untie-comeback",
  right: "job.reopen",
  input: Joi.object({ ...jobChange }),
  async run(context, input) {
    const { db } = context;
    const job = await lockedJob(context, input.jobId);
    const { comebackOf } = job;
    if (input.version !== job.version) refuse({ code: "stale", version: job.version, meanwhile: [] });
    if (!comebackOf) return refuse({ code: "conflict", message: "This job is no comeback of another one." });
    const old = await lockedJob(context, comebackOf);
    const before = await readFacts(db, old.id);
    await setComebackOf(db, job.id, null);
    await weighAnew(context, old, before);
    return null;
  },
};

async function lockedJob({ db, actor }: CommandContext, jobId: string): Promise<JobRow> {
  const id = asJobId(jobId);
  await countTogether(db);
  return (id && (await lockJob(db, actor.siteId, id))) ?? refuse({ code: "not-found", what: "job" });
}

/** What a job teaches has changed without an entry of its own. */
async function weighAnew({ db, site }: CommandContext, { id, version }: JobRow, before: JobFacts): Promise<void> {
  const after = await readFacts(db, id);
  await setJobStanding(db, id, { rung: rungOfJob(after), cameBack: cameBack(after) });
  await keepCounters(db, id, before, after);
  await announceJob(db, { siteId: site.id, jobId: id, version });
}
