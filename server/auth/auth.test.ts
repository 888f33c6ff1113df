import { addDays, addHours, addMinutes } from "date-fns";
import { beforeAll, describe, expect, test } from "vitest";
import { pool } from "@/server/db/pool";
import { givenDatabase } from "@/tests/support/database";
import { done, hire, NOW, openShop, PASSPHRASE, refusalOf, send, SHOP } from "@/tests/support/workshop";
import { issueToken } from "./issue-token";
import { passphraseFits } from "./passphrase";
import { actorOfSession, actorOfToken, endSession, type Actor } from "./session";
import { setUpShop } from "./set-up";
import { signIn } from "./sign-in";

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

  test("is limited by name, also for many at once, and opens again after a while", async () => {
    await hire(lead, "Guessed", "technician");
    const guesses = await Promise.all(Array.from({ length: 12 }, () => signIn("guessed", "wrong wrong wrong", NOW)));
    expect(guesses.every(({ ok }) => !ok)).toBe(true);
    expect(guesses.filter((each) => !each.ok && each.why === "too-many").length).toBeGreaterThanOrEqual(4);
    expect(await signIn("Guessed", PASSPHRASE, NOW)).toMatchObject({ ok: false, why: "too-many" });
    expect((await signIn("Lead", PASSPHRASE, NOW)).ok).toBe(true);
    expect((await signIn("Guessed", PASSPHRASE, addMinutes(NOW, 16))).ok).toBe(true);
  });

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
  await pool().query("update api_token set revoked_at = now()");
  expect(await actorOfToken(token)).toBeNull();
});
