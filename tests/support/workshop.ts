import { randomUUID } from "node:crypto";
import type { CommandId, JobId, PersonId } from "@/core/ids";
import { hashPassphrase } from "@/server/auth/passphrase";
import type { Role } from "@/server/auth/rights";
import type { Actor } from "@/server/auth/session";
import { setUpShop } from "@/server/auth/set-up";
import type { Refusal } from "@/server/commands/refusal";
import { findCommandByName } from "@/server/commands/registry";
import { runCommand, type CommandResult } from "@/server/commands/run";
import { ensureCause } from "@/server/db/book";
import { setRepair } from "@/server/db/repairs";
import { insertProcedure } from "@/server/db/procedures";
import { findPersonByName, insertPerson } from "@/server/db/people";
import { pool } from "@/server/db/pool";
import { findSite, type Site } from "@/server/db/sites";
import { repairOf, procedureWith } from "./shop";

export const PASSPHRASE = "long enough for a test";
export const NOW = new Date("2026-03-02T08:00:00Z");

export const SHOP = {
  name: "Test Bay",
  timeZone: "Europe/Oslo",
  currency: "EUR",
  ratePerHour: 90,
  unitSystem: "metric",
} as const;

/** Sets an empty database up: a shop with its lead. */
export async function openShop(): Promise<Actor> {
  await setUpShop({ shop: SHOP, name: "Lead", passphrase: PASSPHRASE }, NOW);
  return actorNamed("Lead");
}

export async function actorNamed(name: string): Promise<Actor> {
  const person = await findPersonByName(pool(), name);
  if (!person) throw new Error(`nobody is called ${name}`);
  return { personId: person.id, siteId: person.siteId, name, role: person.role, tokenId: null };
}

export async function hire(lead: Actor, name: string, role: Role): Promise<Actor> {
  const id = randomUUID() as PersonId;
  const secret = await hashPassphrase(PASSPHRASE);
  const { siteId, personId: createdBy } = lead;
  await insertPerson(pool(), { id, siteId, name, role, active: true, ...secret, createdAt: NOW, createdBy });
  return { personId: id, siteId, name, role, tokenId: null };
}

/** A shop at work: its lead, a technician, and the words and procedures that tests speak of. */
export async function openWorkshop(): Promise<{
  readonly lead: Actor;
  readonly technician: Actor;
  readonly site: Site;
}> {
  const lead = await openShop();
  const technician = await hire(lead, "Technician", "technician");
  await stockBook(lead);
  return { lead, technician, site: await findSite(pool(), lead.siteId) };
}

export interface Sent {
  readonly id?: string;
  readonly at?: Date;
}

/** Sends a command as a screen would, and gives what came of it. */
export function send(actor: Actor | null, name: string, input: unknown, sent: Sent = {}): Promise<CommandResult> {
  const command = findCommandByName(name);
  if (!command) throw new Error(`there is no command ${name}`);
  return runCommand(command, { id: (sent.id ?? randomUUID()) as CommandId, actor, input, now: sent.at ?? NOW });
}

/** The answer of a command that has to be taken. @throws Error with the refusal */
export async function done<Answer>(result: Promise<CommandResult>): Promise<Answer> {
  const outcome = await result;
  if (!outcome.ok) throw new Error(`refused: ${JSON.stringify(outcome.refusal)}`);
  return outcome.answer as Answer;
}

/** Why a command was refused. @throws Error where it was taken */
export async function refusalOf(result: Promise<CommandResult>): Promise<Refusal> {
  const outcome = await result;
  if (outcome.ok) throw new Error("was taken, and should have been refused");
  return outcome.refusal;
}

export const VEHICLE = {
  vin: null,
  plate: "HF 4471",
  make: "Tarrow",
  model: "Packet",
  year: 2017,
  engine: "D21K",
  transmission: "M6-T",
  drive: "front",
  market: null,
};

/** A job under way: knows its version, as a screen does. */
export class OpenJob {
  private constructor(
    readonly actor: Actor,
    readonly id: JobId,
    public version: number,
  ) {}

  static async open(actor: Actor, more: Record<string, unknown> = {}): Promise<OpenJob> {
    const input = { vehicle: VEHICLE, odometerKm: 120_000, complaint: "No power uphill.", ...more };
    const { jobId, version } = await done<{ jobId: JobId; version: number }>(send(actor, "open-job", input));
    return new OpenJob(actor, jobId, version);
  }

  try(name: string, input: Record<string, unknown> = {}, actor: Actor = this.actor): Promise<CommandResult> {
    return send(actor, name, { jobId: this.id, version: this.version, ...input });
  }

  /** Records something and returns the entry's seq. */
  async record(name: string, input: Record<string, unknown> = {}, actor: Actor = this.actor): Promise<number> {
    const { version } = await done<{ version: number }>(this.try(name, input, actor));
    this.version = version;
    return version;
  }
}

/** Causes, a procedure and repairs for a small book: vanes that stick, a hose that splits. */
export async function stockBook(lead: Actor): Promise<void> {
  const causes = ["turbocharger/sticking", "boost-hose/split", "boost-sensor/reads-wrong"];
  for (const name of causes) {
    const repair = repairOf(name, 60, 100);
    await ensureCause(pool(), repair, lead.personId, NOW);
    await setRepair(pool(), repair, lead.personId, NOW);
  }
  const leak = procedureWith(
    "leak-test",
    { "in-spec": "boost-hose/split clears", high: "boost-hose/split confirms" },
    { title: "Leak test", spec: { kind: "range", high: { value: 0.05, unit: "bar" } }, component: "boost-hose" },
  );
  const travel = procedureWith("vane-travel", {
    free: "turbocharger/sticking clears",
    sticks: "turbocharger/sticking confirms",
  });
  for (const procedure of [leak, travel]) await insertProcedure(pool(), procedure, lead.personId, NOW);
}

export const eur = (amount: number) => ({ amount, currency: "EUR" });

export const part = (component: string, failure: string, result: string | null) => ({
  component,
  failure,
  cost: eur(80),
  minutes: 30,
  result,
});
