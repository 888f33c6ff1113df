import { randomUUID } from "node:crypto";
import type { CommandId, JobId } from "@/core/ids";
import type { Actor } from "@/server/auth/session";
import { findCommandByName } from "@/server/commands/registry";
import { runCommand } from "@/server/commands/run";
import { findPersonByName } from "@/server/db/people";
import { pool } from "@/server/db/pool";
import { firstSite, type Site } from "@/server/db/sites";

/** The demo's shop, and one of its people. @throws where this is another database */
export async function demoShop(name = "Ilka Venn"): Promise<{ readonly site: Site; readonly actor: Actor }> {
  const site = await firstSite(pool());
  const person = await findPersonByName(pool(), name);
  if (!site || !person) throw new Error("This is not the demo's database.");
  return { site, actor: { personId: person.id, siteId: site.id, name, role: person.role, tokenId: null } };
}

/** A job as who works on it knows it. */
export interface Job {
  readonly jobId: JobId;
  readonly version: number;
}

/** Changes a job as a screen would. @throws Error with the refusal */
export async function changeJobBy(actor: Actor, name: string, input: object): Promise<Job> {
  const command = findCommandByName(name);
  if (!command) throw new Error(`there is no command ${name}`);
  const result = await runCommand(command, { id: randomUUID() as CommandId, actor, input, now: new Date() });
  if (!result.ok) throw new Error(`${name}: ${JSON.stringify(result.refusal)}`);
  const { jobId, version } = result.answer as Job;
  return { jobId, version };
}
