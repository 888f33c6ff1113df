import pg from "pg";
import { afterAll, beforeAll, expect, test } from "vitest";
import { PASSPHRASE } from "@/demo/world";
import { plainRequests, type Described } from "@/scripts/lib/torture/hostile";
import { may, ROLES, type Role } from "@/server/auth/rights";
import { findCommandByName } from "@/server/commands/registry";
import { Client, givenApplication } from "./support/application";
import { DEMO_TEMPLATE } from "./support/database";

const application = givenApplication(DEMO_TEMPLATE);
const PEOPLE: Record<Role, string> = {
  apprentice: "Juno Asker",
  technician: "Tomas Orrel",
  desk: "Maret Sundby",
  lead: "Ilka Venn",
};

/** Which jobs are in a state. What is not closed stands on the floor. */
const STATES = {
  "just opened": "closed_at is null and finding is null",
  "waiting for proof": "closed_at is null and finding = 'root-cause'",
  "closed, proved": "closed_at is not null and finding = 'root-cause' and not came_back and rung >= 4",
  "closed, came back": "closed_at is not null and came_back",
  "closed, not solved": "closed_at is not null and finding = 'unresolved'",
  "closed, no fault": "closed_at is not null and finding = 'no-fault-found'",
} as const;
type State = keyof typeof STATES;

let database: pg.Client;
let people: Record<Role, Client>;
let described: Described;

beforeAll(async () => {
  database = new pg.Client({ connectionString: application.databaseUrl });
  await database.connect();
  const signIn = (role: Role) => Client.signedIn(application.origin, PEOPLE[role], PASSPHRASE);
  const [apprentice, technician, desk, lead] = await Promise.all(ROLES.map(signIn));
  people = { apprentice, technician, desk, lead } as Record<Role, Client>;
  described = (await (await people.lead.get("/api/v1/openapi.json")).json()) as Described;
});
afterAll(() => database.end());

async function jobIn(state: State): Promise<{ readonly jobId: string; readonly version: number }> {
  const { rows } = await database.query<{ jobId: string; version: number }>(
    `select id as "jobId", version from job where ${STATES[state]} order by opened_at desc, id limit 1`,
  );
  if (!rows[0]) throw new Error(`the demo has no job that is ${state}`);
  return rows[0];
}

/** What every role is told that sends each command which concerns a job in each of its states, by "command, state". */
async function walk(): Promise<Map<string, Record<Role, number>>> {
  const told = new Map<string, Record<Role, number>>();
  const names = [...plainRequests(described, { jobId: "", version: 0 })]
    .filter(({ path, body }) => path.startsWith("/api/v1/commands/") && body?.includes('"jobId"'))
    .map(({ path }) => path)
    // What takes a job out of its state comes last.
    .sort((a, b) => Number(a.endsWith("/reopen-job")) - Number(b.endsWith("/reopen-job")));
  for (const state of Object.keys(STATES) as State[])
    for (const path of names) {
      const name = path.split("/").at(-1) ?? "";
      const answers = {} as Record<Role, number>;
      for (const role of ROLES) {
        const known = { ...(await jobIn(state)), words: WORDS };
        const request = [...plainRequests(described, known)].find((each) => each.path === path);
        const answer = await people[role].raw(path, request?.body ?? "");
        answers[role] = answer.status;
        if (answer.status >= 500) throw new Error(`${name}, ${state}, ${role}: ${await answer.text()}`);
      }
      told.set(`${name}, ${state}`, answers);
    }
  return told;
}

const WORDS = { component: "alternator", failure: "worn", symptom: "no-start", at: "2026-01-31T10:00:00Z" };

/** What a job takes once it is closed. */
const AFTER_CLOSING = ["answer-follow-up", "open-comeback", "reopen-job"];

test("whatever a job's state, each role is told what it may not, a closed job takes nothing that belongs before its end, and nothing fails", async () => {
  const told = await walk();
  expect(told.size).toBeGreaterThan(100);
  const taken = { open: new Set<string>(), closed: new Set<string>() };
  for (const [what, answers] of told) {
    const [name = "", state = ""] = what.split(", ");
    const command = findCommandByName(name);
    if (!command) throw new Error(`there is no command ${name}`);
    for (const role of ROLES)
      if (!may({ role }, command.right)) expect([what, role, answers[role]]).toEqual([what, role, 403]);
    if (answers.lead === 200) taken[state === "closed" ? "closed" : "open"].add(name);
  }
  expect([...taken.closed].sort()).toEqual(AFTER_CLOSING);
  // What is asked of an open job got past the look at its input.
  expect(taken.open.size).toBeGreaterThan(8);
  for (const name of AFTER_CLOSING) expect([...taken.open]).not.toContain(name);
});
