import { randomUUID } from "node:crypto";
import { addDays, addHours } from "date-fns";
import { beforeAll, describe, expect, test } from "vitest";
import { pool } from "@/server/db/pool";
import { listTokens } from "@/server/db/tokens";
import { givenDatabase } from "@/tests/support/database";
import { done, hire, NOW, openShop, PASSPHRASE, refusalOf, send, SHOP } from "@/tests/support/workshop";
import { issueToken } from "./issue-token";
import { passphraseFits } from "./passphrase";
import { actorOfSession, actorOfToken, endSession, type Actor } from "./session";
import { setUpShop } from "./set-up";
import { signIn as signInAs, type SignInResult } from "./sign-in";

givenDatabase();
let lead: Actor;

beforeAll(async () => {
  const tries = Array.from({ length: 4 }, (_, at) =>
    setUpShop({ shop: SHOP, name: `First ${at}`, passphrase: PASSPHRASE }, NOW),
  );
  const tokens = await Promise.all(tries);
  // Four visitors at once: one of them becomes the lead.
  expect(tokens.filter((token) => token !== null)).toHaveLength(1);
  const first = await actorOfSession(tokens.find((token) => token !== null) ?? null, NOW);
  expect(first?.role).toBe("lead");
  expect(await setUpShop({ shop: SHOP, name: "Late", passphrase: PASSPHRASE }, NOW)).toBeNull();
  await pool().query("update person set name = 'Lead' where id = $1", [first?.personId]);
  lead = { ...(first ?? (await openShop())), name: "Lead" };
});

const HERE = "192.0.2.10";

/** Signs in from a browser that nobody signed in from before, unless it is given what an earlier one kept. */
const signIn = (name: string, passphrase: string, at: Date = NOW, more: { address?: string; device?: string } = {}) =>
  signInAs({ name, passphrase, address: more.address ?? HERE, device: more.device ?? null }, at);

const tooMany = (results: readonly SignInResult[]) =>
  results.filter((each) => !each.ok && each.why === "too-many").length;

/** Time passes for those who wait: the limiter has a clock of its own. */
const waitOver = () => pool().query("update attempt_limit set expire = 1 where key like 'waits%'");

async function tokenOf(name: string, at: Date = NOW): Promise<string> {
  const result = await signIn(name, PASSPHRASE, at);
  if (!result.ok) throw new Error(`could not sign in: ${result.why}`);
  return result.token;
}

describe("signing in", () => {
  test("takes the name in any case and the passphrase exactly", async () => {
    await hire(lead, "Åse Lind", "technician");
    expect((await signIn("åse lind", PASSPHRASE, NOW)).ok).toBe(true);
    expect(await signIn("Åse Lind", PASSPHRASE.toUpperCase(), NOW)).toMatchObject({ ok: false, why: "wrong" });
    expect(await signIn("Nobody", PASSPHRASE, NOW)).toMatchObject({ ok: false, why: "wrong" });
    expect(await passphraseFits(PASSPHRASE, null)).toBe(false);
  });

  test("is limited by name and address, also for many at once; the wait grows, and is not made longer by tries", async () => {
    await hire(lead, "Guessed", "technician");
    const guesses = await Promise.all(Array.from({ length: 12 }, () => signIn("guessed", "wrong wrong wrong")));
    expect(guesses.every(({ ok }) => !ok)).toBe(true);
    expect(tooMany(guesses)).toBeGreaterThanOrEqual(6);
    const waitOf = (result: SignInResult) => (!result.ok && result.why === "too-many" ? result.waitSeconds : 0);
    const first = waitOf(await signIn("Guessed", PASSPHRASE));
    expect(first).toBeGreaterThan(0);
    for (let tries = 0; tries < 5; tries++) expect(waitOf(await signIn("Guessed", "wrong"))).toBeLessThanOrEqual(first);
    await waitOver();
    expect(await signIn("Guessed", "still wrong one")).toMatchObject({ why: "wrong" });
    expect(waitOf(await signIn("Guessed", PASSPHRASE))).toBeGreaterThan(first);
    await waitOver();
    expect((await signIn("Guessed", PASSPHRASE)).ok).toBe(true);
    expect((await signIn("Guessed", PASSPHRASE)).ok).toBe(true);
  });

  test("cannot lock anybody out of a browser that they signed in from before, nor the others out at all", async () => {
    await hire(lead, "Attacked", "technician");
    const known = await signIn("Attacked", PASSPHRASE);
    const device = known.ok ? known.device : "";
    const address = (at: number) => `198.51.100.${at % 200}`;
    for (let at = 0; at < 80; at++) await signIn("Attacked", "guess after guess", NOW, { address: address(at) });
    expect(await signIn("Attacked", PASSPHRASE, NOW, { address: "203.0.113.9" })).toMatchObject({ why: "too-many" });
    expect((await signIn("Attacked", PASSPHRASE, NOW, { device })).ok).toBe(true);
    expect((await signIn("Lead", PASSPHRASE)).ok).toBe(true);
    // What one browser is known for is no way into another person's account.
    for (let at = 0; at < 8; at++) await signIn("Lead", "guess after guess", NOW, { device, address: "203.0.113.7" });
    expect(await signIn("Lead", PASSPHRASE, NOW, { device, address: "203.0.113.7" })).toMatchObject({
      why: "too-many",
    });
  }, 60_000);

  test("over all names is limited by address", async () => {
    const address = "203.0.113.50";
    const tries = [];
    for (let at = 0; at < 64; at++) tries.push(await signIn(`Name ${at}`, "guess after guess", NOW, { address }));
    expect(tooMany(tries)).toBeGreaterThan(0);
    expect((await signIn("Lead", PASSPHRASE)).ok).toBe(true);
  }, 60_000);

  test("keeps neither the passphrase nor the session's token", async () => {
    const token = await tokenOf("Lead");
    await done(send(lead, "add-person", { name: "New", role: "desk", passphrase: PASSPHRASE }));
    const { rows } = await pool().query<{ text: string }>(
      "select (select string_agg(s::text, '') from session s) || (select string_agg(p::text, '') from person p) || (select string_agg(c::text, '') from command c) as text",
    );
    const text = rows[0]?.text ?? "";
    expect(text.length).toBeGreaterThan(500);
    for (const secret of [
      token,
      Buffer.from(token, "base64url").toString("hex"),
      PASSPHRASE,
      Buffer.from(PASSPHRASE).toString("hex"),
    ])
      expect(text).not.toContain(secret);
    const salts = await pool().query("select distinct passphrase_salt from person");
    const people = await pool().query("select from person");
    expect(salts.rowCount).toBe(people.rowCount);
  });
});

describe("a session", () => {
  test("slides while it is used, ends after a night away and after a month whatever happens", async () => {
    const token = await tokenOf("Lead");
    let at = NOW;
    for (let hours = 0; hours < 28 * 24; hours += 12) {
      at = addHours(at, 12);
      expect(await actorOfSession(token, at), `after ${hours} h`).not.toBeNull();
    }
    expect(await actorOfSession(token, addHours(at, 15))).toBeNull();
    const busy = await tokenOf("Lead");
    let last = NOW;
    while (last < addDays(NOW, 31)) {
      last = addHours(last, 6);
      if (!(await actorOfSession(busy, last))) break;
    }
    expect(last.getTime()).toBeGreaterThan(addDays(NOW, 29).getTime());
    expect(last.getTime()).toBeLessThan(addDays(NOW, 31).getTime());
  });

  test("ends by signing out here, by signing out everywhere, and when somebody leaves", async () => {
    const anna = await hire(lead, "Anna", "technician");
    const [here, tablet, phone] = [await tokenOf("Anna"), await tokenOf("Anna"), await tokenOf("Anna")];
    await endSession(pool(), here);
    expect([await actorOfSession(here, NOW), (await actorOfSession(tablet, NOW))?.name]).toEqual([null, "Anna"]);
    expect(await done(send(anna, "sign-out-everywhere", {}))).toEqual({ ended: 2 });
    expect(await actorOfSession(phone, NOW)).toBeNull();
    const again = await tokenOf("Anna");
    await done(send(lead, "change-person", { personId: anna.personId, role: "technician", active: false }));
    expect(await actorOfSession(again, NOW)).toBeNull();
    expect(await signIn("Anna", PASSPHRASE, NOW)).toMatchObject({ ok: false, why: "wrong" });
  });

  test("of nobody is none", async () => {
    expect(await actorOfSession(null, NOW)).toBeNull();
    expect(await actorOfSession("made-up", NOW)).toBeNull();
  });
});

describe("the team", () => {
  test("never loses its last lead", async () => {
    const step = { personId: lead.personId, role: "technician", active: true };
    expect(await refusalOf(send(lead, "change-person", step))).toMatchObject({ problems: [{ path: "role" }] });
    expect(await refusalOf(send(lead, "change-person", { ...step, role: "lead", active: false }))).toMatchObject({
      code: "invalid",
    });
    const second = await hire(lead, "Second", "lead");
    await done(send(lead, "change-person", { personId: second.personId, role: "technician", active: true }));
    const stays = await refusalOf(send(lead, "change-person", step));
    expect(stays.code).toBe("invalid");
  });

  test("keeps a lead also where two step down at once", async () => {
    const pair = [lead, await hire(lead, "Other lead", "lead")];
    await pool().query("update person set active = false where role = 'lead' and id <> all($1)", [
      pair.map(({ personId }) => personId),
    ]);
    const results = await Promise.all(
      pair.map((each) => send(each, "change-person", { personId: each.personId, role: "technician", active: true })),
    );
    expect(results.map(({ ok }) => ok).sort()).toEqual([false, true]);
    await pool().query("update person set role = 'lead', active = true where id = any($1)", [
      pair.map(({ personId }) => personId),
    ]);
  });

  test("changed or reset, a passphrase ends the other sessions; a reset ends the wait, and guesses of the old one are limited", async () => {
    const cleo = await hire(lead, "Cleo", "technician");
    const [here, tablet] = [await tokenOf("Cleo"), await tokenOf("Cleo")];
    const actor = await actorOfSession(here, NOW);
    const change = { current: PASSPHRASE, passphrase: "a longer new one" };
    await done(send(actor, "change-passphrase", change));
    expect([(await actorOfSession(here, NOW))?.name, await actorOfSession(tablet, NOW)]).toEqual(["Cleo", null]);
    for (let tries = 0; tries < 6; tries++) await send(actor, "change-passphrase", change);
    const late = { current: "a longer new one", passphrase: PASSPHRASE };
    expect(JSON.stringify(await refusalOf(send(actor, "change-passphrase", late)))).toContain("too often; wait");
    for (let tries = 0; tries < 8; tries++) await signIn("Cleo", "guess after guess");
    await done(send(lead, "reset-passphrase", { personId: cleo.personId, passphrase: PASSPHRASE }));
    expect(await actorOfSession(here, NOW)).toBeNull();
    expect((await signIn("Cleo", PASSPHRASE)).ok).toBe(true);
  }, 60_000);

  test("keeps the key of a request with a passphrase for that request, and for whoever sent it", async () => {
    const id = randomUUID();
    const person = { name: "Once", role: "desk", passphrase: PASSPHRASE };
    const first = await done(send(lead, "add-person", person, { id }));
    expect(await done(send(lead, "add-person", person, { id }))).toEqual(first);
    const other = await refusalOf(send(lead, "add-person", { ...person, passphrase: "quite another one" }, { id }));
    expect(other).toEqual({ code: "other-request" });
    const colleague = await hire(lead, "Third lead", "lead");
    expect(await refusalOf(send(colleague, "add-person", person, { id }))).toEqual({ code: "other-request" });
  });

  test("takes a name once, and a new passphrase only with the old one", async () => {
    expect(
      await refusalOf(send(lead, "add-person", { name: "lead", role: "desk", passphrase: PASSPHRASE })),
    ).toMatchObject({
      problems: [{ path: "name", message: "is taken" }],
    });
    const berit = await hire(lead, "Berit", "desk");
    const change = { current: "not this one", passphrase: "another long one" };
    expect(await refusalOf(send(berit, "change-passphrase", change))).toMatchObject({
      problems: [{ path: "current" }],
    });
    await done(send(berit, "change-passphrase", { ...change, current: PASSPHRASE }));
    expect((await signIn("Berit", "another long one", NOW)).ok).toBe(true);
  });
});

test("a token is a script's own, with full rights, and only its hash is kept", async () => {
  const token = await issueToken("exporter", NOW);
  expect(await actorOfToken(token)).toMatchObject({ name: "exporter", role: "lead", siteId: lead.siteId });
  expect(await actorOfToken(`${token}x`)).toBeNull();
  const { rows } = await pool().query<{ text: string }>("select t::text as text from api_token t");
  expect(rows[0]?.text).not.toContain(token);
  const [row] = await listTokens(pool(), lead.siteId);
  expect(row).toMatchObject({ name: "exporter", revokedAt: null });
  await done(send(lead, "revoke-token", { tokenId: row?.id }));
  expect(await actorOfToken(token)).toBeNull();
  expect((await listTokens(pool(), lead.siteId))[0]?.revokedAt).toEqual(NOW);
});
