import { expect, test } from "vitest";
import { actionWhy, evidenceName, likenessWords, reasonText } from "./words";
import { advise } from "@/core/plan";
import { deadEndsOf, type TrialSum } from "@/core/book";
import { likeness } from "@/core/case";
import {
  cause,
  emptyCase,
  repairOf,
  jobWith,
  countedBook,
  LARK,
  PACKET,
  patternFor,
  plainLabels,
  procedureWith,
} from "@/tests/support/shop";

const labels = {
  ...plainLabels,
  component: (key: string) => ({ turbocharger: "Turbocharger", "boost-hose": "Charge-air hose" })[key] ?? key,
  failure: (key: string) => ({ sticking: "Sticks", split: "Split" })[key] ?? key,
};

test("every reason is one sentence with its counts", () => {
  const travel = procedureWith("vane-travel", {
    lazy: "turbocharger/sticking confirms",
    full: "turbocharger/sticking clears",
  });
  const code = { code: "P0299", module: "engine", status: "stored" as const };
  const history = Array.from({ length: 4 }, () =>
    jobWith("turbocharger/sticking", {
      codes: [code],
      modulesScanned: ["engine"],
      symptoms: [{ key: "low-power", conditions: ["hot"] }],
    }),
  );
  const other = jobWith("boost-hose/split", { codes: [{ ...code, code: "P0234" }], modulesScanned: ["engine"] });
  const book = countedBook(
    {
      causes: ["turbocharger/sticking engine", "boost-hose/split engine"],
      procedures: [travel],
      patterns: [patternFor("turbocharger/sticking", { title: "Vanes stick", evidence: "seen" })],
    },
    [...history, other],
  );
  const { suspects } = advise(book, {
    ...emptyCase,
    symptoms: [{ key: "low-power", conditions: ["hot"] }],
    codes: [code],
    modulesScanned: ["engine"],
    tests: [{ procedure: "vane-travel", title: "Vane travel", outcome: "lazy", effects: [] }],
    repairsTried: [{ ...cause("boost-hose/split"), result: "no-change" }],
  });
  const sentences = suspects.map(({ cause: { key }, reasons }) => [
    key,
    reasons().map(
      (reason) =>
        `${reason.weight > 0 ? "+" : "-"} ${evidenceName(labels, reason.source)}: ${reasonText(labels, reason)}`,
    ),
  ]);
  expect(Object.fromEntries(sentences)).toMatchInlineSnapshot(`
    {
      "boost-hose/split": [
        "- Charge-air hose fitted: repaired here without effect",
        "- code P0299: not shown in the one job with this cause",
        "- low-power: not shown in the one job with this cause",
        "- hot: not shown in the one job with this cause",
        "- seen before: cause of 1 of 5 jobs on engine D21K at 120 000 to 180 000 km",
        "- no P0234: engine was read and holds no P0234; set in the one job with this cause",
      ],
      "turbocharger/sticking": [
        "+ Vane travel: “lazy” speaks strongly for it",
        "+ seen before: cause of 4 of 5 jobs on engine D21K at 120 000 to 180 000 km; known pattern: Vanes stick (seen)",
        "+ low-power: shown in 4 of the 4 jobs with this cause",
        "+ hot: shown in 4 of the 4 jobs with this cause",
        "+ code P0299: shown in 4 of the 4 jobs with this cause",
        "+ no P0234: engine was read and holds no P0234; set in none of the 4 jobs with this cause",
      ],
    }
  `);
});

test("a test says what it settles and what it saves, a repair how likely it is", () => {
  const split = procedureWith("split", {
    left: "turbocharger/sticking confirms, boost-hose/split clears",
    right: "boost-hose/split confirms, turbocharger/sticking clears",
  });
  const book = countedBook(
    {
      causes: ["turbocharger/sticking engine", "boost-hose/split engine"],
      procedures: [split],
      repairs: [repairOf("turbocharger/sticking", 200), repairOf("boost-hose/split", 100)],
    },
    [jobWith("turbocharger/sticking"), jobWith("boost-hose/split")],
  );
  const { plan } = advise(book, emptyCase);
  const causeOf = (key: string) => book.causes.find((known) => known.key === key) ?? null;
  const why = plan.actions.map((action) => actionWhy(labels, action, plan, causeOf));
  expect(why).toMatchInlineSnapshot(`
    [
      "settles turbocharger (sticks) against charge-air hose (split); saves about 63 min",
      "25 in 100 that this is it",
      "25 in 100 that this is it",
    ]
  `);
});

test("dead ends come dearest first, parts that never failed to help and tests run once in vain are none", () => {
  const sum = (subject: string, more: Partial<TrialSum>): TrialSum => ({
    kind: "part",
    subject,
    tried: 3,
    helped: 0,
    minutesLost: 60,
    costLost: { amount: 0, currency: "EUR" },
    ...more,
  });
  const ends = deadEndsOf(
    [
      sum("cheap", { minutesLost: 30 }),
      sum("dear", { costLost: { amount: 300, currency: "EUR" } }),
      sum("always-helps", { tried: 3, helped: 3 }),
      sum("one-look", { kind: "test", tried: 1 }),
      sum("slow-test", { kind: "test", tried: 2, minutesLost: 90 }),
      sum("useful-test", { kind: "test", tried: 9, helped: 1, minutesLost: 500 }),
    ],
    60,
  );
  expect(ends.map(({ subject }) => subject)).toEqual(["dear", "slow-test", "cheap"]);
});

test("a like job shares what is rare, and says what", () => {
  const rarity = new Map([
    ["symptom|low-power", 0.2],
    ["code|P0299", 2.5],
    ["condition|hot", 1],
  ]);
  const now = { vehicle: PACKET, odometerKm: 120_000, features: ["symptom|low-power", "code|P0299", "condition|hot"] };
  const rare = likeness(now, { ...now, vehicle: LARK, odometerKm: null, features: ["code|P0299"] }, rarity);
  const common = likeness(now, { ...now, vehicle: LARK, odometerKm: null, features: ["symptom|low-power"] }, rarity);
  expect(rare.score).toBeGreaterThan(3 * common.score);
  expect(likeness(now, now, rarity).score).toBeCloseTo(1, 12);
  const near = likeness(now, { ...now, odometerKm: 149_000, features: ["condition|hot", "code|P0299"] }, rarity);
  expect(likenessWords(labels, near)).toEqual([
    "same engine",
    "same model",
    "same transmission",
    "like odometer",
    "code P0299",
    "hot",
  ]);
});
