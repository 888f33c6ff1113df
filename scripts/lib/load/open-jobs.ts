import { randomUUID } from "node:crypto";
import type { Cause } from "@/core/book";
import type { Vehicle } from "@/core/vehicle";
import type { Actor } from "@/server/auth/session";
import { pool } from "@/server/db/pool";
import type { Dice } from "@/simulation/random";
import { changeJobBy, type Job } from "../demo-shop";
import { sendCommand, type Sender } from "./ask-server";

/** What a closed job was of, what it showed and what it came to. */
export interface Closed extends Cause {
  readonly vehicle: Vehicle;
  readonly symptom: string;
  readonly code: string | null;
}

/** Vehicles of the demo with what they once showed and had: what comes to the gate again and again. */
export async function closedJobs(): Promise<readonly Closed[]> {
  const { rows } = await pool().query<Closed>(
    `select json_build_object('make', v.make, 'model', v.model, 'year', v.year, 'engine', v.engine, 'transmission', v.transmission,
       'drive', v.drive) as vehicle, s.symptom, c.code, f.component, f.failure
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
  const { vehicle, symptom, code } = like;
  const opened = await changeJobBy(actor, "open-job", {
    vehicle: { ...vehicle, plate: `L ${randomUUID().slice(0, 8)}` },
    odometerKm: dice.whole(40_000, 240_000),
    complaint: "It does it again, mostly on the way home.",
    symptoms: [{ key: symptom, conditions: [] }],
    codes: code ? [{ code, module: "engine" }] : [],
    modulesRead: ["engine"],
  });
  const noted = await changeJobBy(actor, "record-note", {
    ...opened,
    text: "Battery and levels are in order.",
    minutes: 4,
  });
  return changeJobBy(actor, "record-note", { ...noted, text: "Nothing loose at a first look.", minutes: 6 });
}

/** Finds the cause that the like job had: what is left is to close it. */
export function findCause(actor: Actor, job: Job, { component, failure }: Closed): Promise<Job> {
  const reason = { state: "not-looked", text: "" };
  const causes = [{ component, failure, reason }];
  return changeJobBy(actor, "record-finding", { ...job, result: "root-cause", causes, why: "Seen at the part." });
}

/** A lead closes it over HTTP, and signs for what was not proved. @throws Error with what the server says */
export async function closeIt(lead: Sender, job: Job): Promise<void> {
  const signed = ["proof", "second-look", "unchecked", "left-over"].map((each) => ({ for: each, reason: "measured" }));
  const { status, text } = await sendCommand(lead, "close-job", { ...job, reason: "measured", signed });
  if (status !== 200) throw new Error(`close-job: ${status} ${text}`);
}
