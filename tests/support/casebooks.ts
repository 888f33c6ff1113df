import { randomUUID } from "node:crypto";
import type { CommandId } from "@/core/ids";
import type { Actor } from "@/server/auth/session";
import { exportCasebook } from "@/server/casebook/export";
import { runImport } from "@/server/casebook/run-import";
import { spoolCasebook } from "@/server/casebook/spool";
import { firstSite } from "@/server/db/sites";
import { pool } from "@/server/db/pool";
import { NOW } from "./workshop";

/** A casebook as it comes over the line: in pieces that end anywhere. */
export async function spooled(text: string, limit = 1 << 28) {
  const bytes = Buffer.from(text);
  async function* pieces() {
    for (let at = 0; at < bytes.length; at += 9_973) yield bytes.subarray(at, at + 9_973);
  }
  return spoolCasebook(pieces(), limit);
}

interface Sent {
  readonly id?: string;
  /** The other shop whose it is, and what its jobs count. */
  readonly from?: { readonly name: string; readonly weightMilli: number };
}

/** Takes a casebook over, as the route does. */
export async function sendCasebook(actor: Actor, value: unknown, { id = randomUUID(), from }: Sent = {}) {
  const read = await spooled(JSON.stringify(value));
  if (!read.ok) throw new Error(read.why);
  const { casebook } = read;
  return runImport({ id: id as CommandId, actor, casebook, from: from ?? null, now: NOW }).finally(casebook.dispose);
}

/** What the shop exports. */
export async function exportedCasebook(
  anonymous = false,
): Promise<Record<string, unknown> & { jobs: Record<string, unknown>[] }> {
  let text = "";
  const site = await firstSite(pool());
  if (!site) throw new Error("there is no shop");
  for await (const piece of exportCasebook(pool(), site.id, { now: NOW, anonymous })) text += piece;
  return JSON.parse(text);
}

const COUNTED = ["cause_count", "feature_count", "outcome_count", "trial_count", "feature_jobs"];

/** What all jobs add up to, table by table. What vehicles say of known failures (`pattern_vehicle`) names vehicles by ids that an import makes. */
export const counters = (...more: readonly "pattern_vehicle"[]) =>
  Promise.all(
    [...COUNTED, ...more].map(async (table) => (await pool().query(`select * from ${table} t order by t::text`)).rows),
  );
