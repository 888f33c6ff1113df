import { execFileSync } from "node:child_process";
import { mkdirSync, mkdtempSync, readdirSync, rmSync, truncateSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, beforeEach, expect, test, vi } from "vitest";
import { postgresPrograms } from "@/scripts/lib/debian.mjs";
import type { Actor } from "@/server/auth/session";
import { findWork, latestWork } from "@/server/db/long-work";
import { pool } from "@/server/db/pool";
import { one } from "@/server/db/rows";
import { perform } from "@/server/queue/perform";
import { WorkStopped } from "@/server/queue/work";
import { asApplication, createDatabase, givenDatabase } from "@/tests/support/database";
import { done, NOW, OpenJob, openWorkshop, refusalOf, send } from "@/tests/support/workshop";
import { backUp, backupName } from "./back-up";
import { readWith } from "./postgres-tool";
import { backUpIfDue, lastDue } from "./schedule";
import { backupStanding } from "./standing";

givenDatabase();
const programs = postgresPrograms()?.bin ?? "";
const folder = mkdtempSync(join(tmpdir(), "backups-"));
let [lead, technician]: Actor[] = [];
const nobody = async () => {};
const daysOn = (days: number) => new Date(NOW.getTime() + days * 86_400_000);

beforeAll(async () => {
  ({ lead, technician } = await openWorkshop());
  await OpenJob.open(lead);
});
beforeEach(() => {
  vi.stubEnv("BACKUP_DIR", folder);
  vi.stubEnv("POSTGRES_PROGRAMS", programs);
});
afterAll(() => {
  vi.unstubAllEnvs();
  rmSync(folder, { recursive: true, force: true });
});

test("is due once a day by the clock of the shop, also on the days that have 23 or 25 hours", () => {
  const due = (now: string) => lastDue(new Date(now), 2, "Europe/Oslo").toISOString();
  expect(due("2026-01-10T12:00:00Z")).toBe("2026-01-10T01:00:00.000Z");
  expect(due("2026-01-10T00:59:00Z")).toBe("2026-01-09T01:00:00.000Z");
  expect(due("2026-07-10T12:00:00Z")).toBe("2026-07-10T00:00:00.000Z");
  // There is no two o'clock on 29 March, and two of them on 25 October.
  expect(new Set(["T02:00Z", "T12:00Z", "T23:00Z"].map((at) => due(`2026-03-29${at}`))).size).toBe(1);
  expect(new Set(["T02:00Z", "T12:00Z", "T22:00Z"].map((at) => due(`2026-10-25${at}`))).size).toBe(1);
});

test("is asked for by the clock, written beside the shop's work, and is the whole shop", async () => {
  expect(await backUpIfDue(NOW)).toBe(true);
  expect(await backUpIfDue(new Date(NOW.getTime() + 3600_000))).toBe(false);
  const [work] = await latestWork(pool(), lead?.siteId as never, NOW);
  expect(work).toMatchObject({ kind: "backup", state: "waiting", by: null });
  // As the application, which owns nothing.
  const owner = process.env.DATABASE_URL ?? "";
  vi.stubEnv("DATABASE_URL", asApplication(owner));
  await perform(work?.id ?? "");
  vi.stubEnv("DATABASE_URL", owner);
  const file = join(folder, backupName(NOW));
  expect(await findWork(pool(), work?.id ?? "")).toMatchObject({ state: "done", result: { answer: { file } } });
  expect(await backupStanding(NOW)).toMatchObject({ isSet: true, isOld: false, last: { at: NOW.toISOString() } });
  expect(await backupStanding(daysOn(2))).toMatchObject({ isOld: true });
  const empty = await createDatabase("template0");
  execFileSync(`${programs}/pg_restore`, ["--no-owner", "--exit-on-error", "--dbname", empty.url, file]);
  const here = await one<{ n: number }>(pool(), "select count(*)::integer as n from entry");
  const there = execFileSync(`${programs}/psql`, ["-At", "-c", "select count(*) from entry", empty.url], {
    encoding: "utf8",
  });
  await empty.drop();
  expect(Number(there)).toBe(here.n);
  expect(here.n).toBeGreaterThan(0);
});

test("keeps so many, lets nothing lie that was cut off, and touches no file of others", async () => {
  vi.stubEnv("BACKUP_KEEP", "2");
  writeFileSync(join(folder, "somebody-else.dump"), "");
  writeFileSync(join(folder, `${backupName(daysOn(1))}.part`), "half");
  for (const day of [2, 3, 4]) expect(await backUp({ askedAt: daysOn(day) }, nobody)).toMatchObject({ ok: true });
  expect(readdirSync(folder).sort()).toEqual([backupName(daysOn(3)), backupName(daysOn(4)), "somebody-else.dump"]);
  const stopped = backUp({ askedAt: daysOn(5) }, async () => {
    throw new WorkStopped();
  });
  // It may have been through before anybody asked.
  await stopped.catch((error: unknown) => expect(error).toBeInstanceOf(WorkStopped));
  expect(readdirSync(folder).filter((name) => name.endsWith(".part"))).toEqual([]);
});

test("that cannot be written, or cannot be read back, says so", async () => {
  const file = join(folder, backupName(daysOn(4)));
  truncateSync(file, 2000);
  expect(await readWith("pg_restore", ["--file=/dev/null", file], AbortSignal.timeout(60_000))).toMatchObject({
    ok: false,
  });
  mkdirSync(join(folder, "none"));
  writeFileSync(join(folder, "none", "file"), "");
  vi.stubEnv("BACKUP_DIR", join(folder, "none", "file"));
  const result = await backUp({ askedAt: NOW }, nobody);
  expect(result).toMatchObject({
    ok: false,
    refused: { why: "backup", detail: expect.stringContaining("not written") },
  });
  vi.stubEnv("BACKUP_DIR", folder);
  vi.stubEnv("POSTGRES_PROGRAMS", "/nowhere");
  expect(await backUp({ askedAt: NOW }, nobody)).toMatchObject({ ok: false });
});

test("is made now where a lead asks for it and a folder is set", async () => {
  if (!lead || !technician) throw new Error("nobody is there");
  expect(await refusalOf(send(technician, "make-backup", {}))).toMatchObject({ code: "not-allowed" });
  const { work } = await done<{ work: string }>(send(lead, "make-backup", {}));
  expect(await findWork(pool(), work)).toMatchObject({ kind: "backup", by: "Lead" });
  vi.stubEnv("BACKUP_DIR", "");
  expect(await refusalOf(send(lead, "make-backup", {}))).toMatchObject({ code: "conflict" });
  expect(await backUpIfDue(daysOn(9))).toBe(false);
});
