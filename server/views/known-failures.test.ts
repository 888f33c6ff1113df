import { beforeAll, describe, expect, test } from "vitest";
import type { Actor } from "@/server/auth/session";
import { bareFailure } from "@/core/known-failures";
import { setKnownFailure } from "@/server/db/known-failures";
import { pool } from "@/server/db/pool";
import { loadBook } from "@/server/book/load";
import { findSite } from "@/server/db/sites";
import { givenDatabase } from "@/tests/support/database";
import { emptyCase, patternFor } from "@/tests/support/shop";
import { done, NOW, OpenJob, openWorkshop, part, refusalOf, send, VEHICLE } from "@/tests/support/workshop";
import { loadKnownFailures, loadKnownFailuresView, loadProposals } from "./known-failures";

givenDatabase();
let lead: Actor;
let plates = 0;

interface Told {
  readonly model: string;
  readonly cause: readonly [string, string];
  readonly driven?: boolean;
  readonly odometerKm?: number;
}

async function closed({ model, cause: [component, failure], driven = true, odometerKm = 90_000 }: Told): Promise<void> {
  const vehicle = { ...VEHICLE, plate: `K ${++plates}`, model };
  const job = await OpenJob.open(lead, { vehicle, odometerKm, symptoms: [{ key: "low-power", conditions: [] }] });
  const reason = { state: "not-found", text: "" };
  await job.record("record-part", part(component, failure, "fixed"));
  await job.record("record-finding", { result: "root-cause", causes: [{ component, failure, reason }] });
  if (driven) await job.record("record-proof", { step: "road-test", result: "held" });
  await job.record("close-job", { reason: "enough", signed: [{ for: "proof", reason: "enough" }] });
}

const HOSE = ["boost-hose", "split"] as const;
const TURBO = ["turbocharger", "sticking"] as const;

beforeAll(async () => {
  ({ lead } = await openWorkshop());
  const pattern = (key: string, more: object) =>
    bareFailure({
      ...patternFor("boost-hose/split"),
      key,
      title: key,
      applies: { make: "Tarrow", models: ["Packet"], years: null, engines: [], transmissions: [], markets: [] },
      ...more,
    });
  await setKnownFailure(pool(), pattern("claimed", { evidence: "proved" }), lead.personId, NOW);
  await setKnownFailure(
    pool(),
    pattern("elsewhere", { evidence: "proved", applies: { ...pattern("x", {}).applies, models: ["Letter"] } }),
    lead.personId,
    NOW,
  );
  await setKnownFailure(
    pool(),
    pattern("bulletin", {
      evidence: "bulletin",
      component: "boost-sensor",
      failure: "reads-wrong",
      odometerKm: [10_000, 60_000],
    }),
    lead.personId,
    NOW,
  );
});

const known = async (key: string) => (await loadKnownFailures(pool())).find((each) => each.key === key);

describe("a known failure", () => {
  test("is believed as far as the jobs here show it, whatever it claims", async () => {
    expect(await known("claimed")).toMatchObject({ grade: "hearsay", for: 0, against: 0 });
    await closed({ model: "Packet", cause: HOSE, driven: false });
    expect(await known("claimed")).toMatchObject({ grade: "seen", for: 1 });
    await closed({ model: "Packet", cause: HOSE });
    expect(await known("claimed")).toMatchObject({ grade: "proved", for: 2 });
    expect(await known("elsewhere")).toMatchObject({ grade: "hearsay", for: 0 });
    // Both came through its window without it.
    expect(await known("bulletin")).toMatchObject({ grade: "bulletin", for: 0, against: 2 });
  });

  test("that a lead withdraws stays on record with the reason, and speaks no more", async () => {
    const site = await findSite(pool(), lead.siteId);
    const speaking = async () => (await loadBook(pool(), site, emptyCase)).patterns.map(({ key }) => key);
    expect(await speaking()).toContain("elsewhere");
    await done(send(lead, "withdraw-known-failure", { key: "elsewhere", reason: "one seller's tale" }));
    expect(await known("elsewhere")).toMatchObject({ withdrawn: true, withdrawnReason: "one seller's tale" });
    expect(await speaking()).not.toContain("elsewhere");
    const again = send(lead, "withdraw-known-failure", { key: "elsewhere", reason: "again" });
    expect((await refusalOf(again)).code).toBe("not-found");
  });
});

describe("the jobs propose", () => {
  test("what stands out on a model, until a lead takes it in, or dismisses it and no new job comes", async () => {
    for (let nth = 0; nth < 5; nth++) await closed({ model: "Minnow", cause: TURBO });
    for (let nth = 0; nth < 12; nth++) await closed({ model: "Letter", cause: HOSE });
    const found = (await loadProposals(pool())).filter(({ component }) => component === "turbocharger");
    expect(found).toHaveLength(1);
    const [proposal] = found;
    if (!proposal) throw new Error("nothing was proposed");
    expect(proposal).toMatchObject({
      applies: { models: ["Minnow"] },
      inGroup: { with: 5, of: 5 },
      elsewhere: { with: 0, of: 14 },
    });
    expect(proposal.qValue).toBeLessThanOrEqual(0.1);
    expect(proposal.rateRatioLow).toBeGreaterThan(1);
    const { component, failure, applies, jobs } = proposal;
    const turbo = async () =>
      (await loadKnownFailuresView(pool())).proposals.filter((each) => each.component === component);
    await done(send(lead, "dismiss-proposal", { component, failure, applies, jobs: jobs.length, reason: "one fleet" }));
    expect(await turbo()).toEqual([]);
    await closed({ model: "Minnow", cause: TURBO });
    expect(await turbo()).toHaveLength(1);
    await done(send(lead, "write-known-failure", { title: "Minnow: vanes stick", component, failure, applies }));
    expect(await turbo()).toEqual([]);
    expect(await known("minnow-vanes-stick")).toMatchObject({ grade: "proved", for: 6 });
    const backwards = { title: "x", component, failure, applies, odometerKm: [90_000, 10_000] };
    expect(await refusalOf(send(lead, "write-known-failure", backwards))).toMatchObject({
      problems: [{ path: "odometerKm" }],
    });
  });
});
