import { asJobId, type CommandId, type JobId } from "@/core/ids";
import { addMinutes } from "date-fns";
import type { Actor } from "@/server/auth/session";
import type { AnyCommand } from "@/server/commands/command";
import { findCommandByName } from "@/server/commands/registry";
import { runCommand } from "@/server/commands/run";
import { readConditionTopics } from "@/server/db/book";
import { readFacts } from "@/server/db/facts";
import { insertFile } from "@/server/db/files";
import { pool } from "@/server/db/pool";
import { readFile } from "@/server/files/read-file";
import { uuidOf } from "./random";
import { isMetOnADrive } from "@/core/book";
import { conditionsToMeet, obstaclesOf, openWaits } from "@/core/job";
import { isUnchecked } from "@/core/repair";
import type { PersonName } from "./world";

/** Plays jobs through the very commands that screens use, at the time they are said to have happened. */
export interface Stage {
  readonly actors: ReadonlyMap<PersonName, Actor>;
}

interface Arrival {
  readonly by: PersonName;
  readonly at: Date;
  readonly input: Readonly<Record<string, unknown>> & {
    readonly symptoms?: readonly { readonly conditions: readonly string[] }[];
  };
}

interface Begun extends Pick<Arrival, "by" | "at"> {
  /** The conditions of the complaint that a drive can meet. */
  readonly told: readonly string[];
}

/** One job as it is played: knows its version and its clock. */
export class JobPlayer {
  private step = 0;
  private clock: Date;
  private lastBy: PersonName;
  private readonly told: readonly string[];

  private constructor(
    private readonly stage: Stage,
    private readonly name: string,
    private readonly job: { readonly jobId: JobId; version: number },
    { at, by, told }: Begun,
  ) {
    this.clock = at;
    this.lastBy = by;
    this.told = told;
  }

  /** @param name tells this job's writes from all others, so that they can be sent again */
  static async open(stage: Stage, name: string, arrival: Arrival): Promise<JobPlayer> {
    const answer = await act(stage, { name: "open-job", id: uuidOf(`${name}/open`), ...arrival });
    const topics = await readConditionTopics(pool());
    const isDriven = (key: string) => {
      const topic = topics.get(key);
      return topic !== undefined && isMetOnADrive(topic);
    };
    const told = (arrival.input.symptoms ?? []).flatMap(({ conditions }) => conditions).filter(isDriven);
    return new JobPlayer(stage, name, readAnswer(answer), { ...arrival, told: [...new Set(told)] });
  }

  /** Records something that took `minutes`; returns the entry's seq. */
  async record(command: string, by: PersonName, minutes: number, input: Record<string, unknown>): Promise<number> {
    this.step++;
    this.lastBy = by;
    this.clock = addMinutes(this.clock, Math.max(minutes, 1));
    const timed = TIMED.has(command) ? { minutes } : {};
    const answer = await act(this.stage, {
      name: command,
      id: uuidOf(`${this.name}/${this.step}`),
      by,
      at: this.clock,
      input: { ...this.job, ...timed, ...input },
    });
    this.job.version = readAnswer(answer).version;
    return this.job.version;
  }

  /** A drive under the conditions of the complaint, but for those that could not be had; what the system has to be waited for first is. */
  async drive(by: PersonName, minutes: number, note: string, notHad: readonly string[] = []): Promise<number> {
    const facts = await readFacts(pool(), this.job.jobId);
    const wanted = conditionsToMeet(facts).filter((key) => this.told.includes(key));
    const conditions = wanted.filter((key) => !notHad.includes(key));
    const waited = openWaits(facts.parts);
    const held = { step: "road-test", result: "held", note, conditions, notHad, waited };
    return this.record("record-proof", by, minutes, held);
  }

  /** The codes are cleared, and read again once it was driven: none is there. */
  async clearAndRead(by: PersonName, minutes: number, modulesRead: readonly string[]): Promise<void> {
    await this.record("record-clear", by, minutes, { returns: [] });
    this.wait(8);
    await this.record("record-scan", by, minutes, { codes: [], modulesRead });
  }

  /** Closes it; where somebody worked on brakes or steering, another one has looked at it. */
  async finish(by: PersonName, input: Record<string, unknown> = {}): Promise<void> {
    await this.checkOff(by);
    const facts = await readFacts(pool(), this.job.jobId);
    if (obstaclesOf(facts).some(({ kind }) => kind === "second-look"))
      await this.record("record-second-look", by === "Ilka Venn" ? "Tomas Orrel" : "Ilka Venn", 4, {
        what: "Bolts marked, lines and plugs home, wheel turns free, pedal firm",
      });
    await this.record("close-job", by, 1, input);
  }

  /** Whatever the book puts beside a repair is done, by the workshop's own sheet where nobody wrote down where a value is from. */
  async checkOff(by: PersonName): Promise<void> {
    const { parts } = await readFacts(pool(), this.job.jobId);
    for (const { seq, work } of parts) {
      const open = (work?.checkOffs ?? []).filter((each) => !each.done || isUnchecked(each));
      if (!open.length) continue;
      const checks = open.map((each) => ({
        what: each.what,
        done: true,
        source: isUnchecked(each) ? "workshop sheet" : null,
      }));
      await this.record("check-off", by, 2, { partSeq: seq, checks });
    }
  }

  /** A picture beside the entry recorded last, by who recorded it. */
  async attach(name: string, bytes: Buffer): Promise<void> {
    const read = await readFile(bytes);
    const by = this.stage.actors.get(this.lastBy);
    if (!read.ok || !by) throw new Error(`demo: ${name} was refused`);
    const { jobId, version } = this.job;
    const file = {
      ...read.file,
      jobId,
      id: uuidOf(`${this.name}/${name}`),
      seq: version,
      name,
      by: by.personId,
      at: this.clock,
    };
    await insertFile(pool(), file);
  }

  /** Lets time pass: lunch, a night, the weeks until a follow-up. */
  wait(minutes: number): void {
    this.clock = addMinutes(this.clock, minutes);
  }
}

const TIMED = new Set([
  "record-symptoms",
  "record-scan",
  "record-clear",
  "confirm-complaint",
  "record-test",
  "record-part",
  "record-part-result",
  "record-note",
  "record-proof",
  "record-second-look",
]);

interface Act {
  readonly name: string;
  readonly id: string;
  readonly by: PersonName;
  readonly at: Date;
  readonly input: unknown;
}

async function act(stage: Stage, { name, id, by, at, input }: Act): Promise<unknown> {
  const command: AnyCommand | null = findCommandByName(name);
  if (!command) throw new Error(`demo: there is no command ${name}`);
  const result = await runCommand(command, {
    id: id as CommandId,
    actor: stage.actors.get(by) ?? null,
    input,
    now: at,
  });
  if (!result.ok)
    throw new Error(`demo: ${name} was refused: ${JSON.stringify(result.refusal)} for ${JSON.stringify(input)}`);
  return result.answer;
}

function readAnswer(answer: unknown): { jobId: JobId; version: number } {
  const { jobId, version } = answer as { jobId?: unknown; version?: unknown };
  const id = typeof jobId === "string" ? asJobId(jobId) : null;
  if (!id || typeof version !== "number") throw new Error(`demo: unexpected answer ${JSON.stringify(answer)}`);
  return { jobId: id, version };
}
