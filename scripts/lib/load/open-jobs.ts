import { randomUUID } from "node:crypto";
import type { CommandId, JobId } from "@/core/ids";
import type { Actor } from "@/server/auth/session";
import { findCommandByName } from "@/server/commands/registry";
import { runCommand } from "@/server/commands/run";
import { pool } from "@/server/db/pool";
import type { Dice } from "@/simulation/random";

/** A job as who works on it knows it. */
export interface Job {
  readonly jobId: JobId;
  readonly version: number;
}

/** Sends a command as a screen would. @throws Error with the refusal */
export async function write(actor: Actor, name: string, input: object): Promise<Job> {
  const command = findCommandByName(name);
  if (!command) throw new Error(`there is no command ${name}`);
  const result = await runCommand(command, { id: randomUUID() as CommandId, actor, input, now: new Date() });
  if (!result.ok) throw new Error(`${name}: ${JSON.stringify(result.refusal)}`);
  const { jobId, version } = result.answer as Job;
  return { jobId, version };
}

interface Closed {
  readonly make: string;
  readonly model: string;
  readonly year: number;
  readonly engine: string | null;
  readonly transmission: string | null;
  readonly drive: string | null;
  readonly symptom: string;
  readonly code: string | null;
  readonly component: string;
  readonly failure: string;
}

/** Vehicles of the demo with what they once showed and had: what comes to the gate again and again. */
export async function closedJobs(): Promise<readonly Closed[]> {
  const { rows } = await pool().query<Closed>(
    `select v.make, v.model, v.year, v.engine, v.transmission, v.drive, s.symptom, c.code, f.component, f.failure
     from job j
     join vehicle v on v.id = j.vehicle_id
     join lateral (select symptom from job_symptom where job_id = j.id order by seq, symptom limit 1) s on true
     join lateral (select component, failure from job_cause where job_id = j.id order by seq limit 1) f on true
     left join lateral (select code from job_code where job_id = j.id order by code limit 1) c on true
     where j.closed_at is not null
     order by j.number`,
  );
  return rows;
}

/** Opens a job like one that was here, with two notes on it. */
export async function openLike(actor: Actor, like: Closed, dice: Dice): Promise<Job> {
  const { make, model, year, engine, transmission, drive, symptom, code } = like;
  const opened = await write(actor, "open-job", {
    vehicle: { plate: `L ${randomUUID().slice(0, 8)}`, make, model, year, engine, transmission, drive },
    odometerKm: dice.whole(40_000, 240_000),
    complaint: "It does it again, mostly on the way home.",
    symptoms: [{ key: symptom, conditions: [] }],
    codes: code ? [{ code, module: "engine" }] : [],
    modulesRead: ["engine"],
  });
  const noted = await write(actor, "record-note", { ...opened, text: "Battery and levels are in order.", minutes: 4 });
  return write(actor, "record-note", { ...noted, text: "Nothing loose at a first look.", minutes: 6 });
}

/** Finds the cause that the like job had: what is left is to close it. */
export function findCause(actor: Actor, job: Job, { component, failure }: Closed): Promise<Job> {
  const reason = { state: "not-looked", text: "" };
  const causes = [{ component, failure, reason }];
  return write(actor, "record-finding", { ...job, result: "root-cause", causes, why: "Seen at the part." });
}

/** Closes it; a lead signs for what was not proved. */
export function closeIt(lead: Actor, job: Job): Promise<Job> {
  const signed = ["proof", "second-look", "unchecked", "left-over"].map((each) => ({ for: each, reason: "measured" }));
  return write(lead, "close-job", { ...job, reason: "measured", signed });
}
