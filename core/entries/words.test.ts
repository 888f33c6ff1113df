import { expect, test } from "vitest";
import { entryShortText, entryText, type EntryBody } from ".";
import { cause, plainLabels } from "@/tests/support/shop";

const labels = {
  ...plainLabels,
  symptom: (key: string) => ({ "low-power": "Low power" })[key] ?? key,
  condition: (key: string) => ({ hot: "When hot", cold: "When cold" })[key] ?? key,
  component: (key: string) => ({ "boost-hose": "Charge-air hose" })[key] ?? key,
  failure: (key: string) => ({ split: "Split" })[key] ?? key,
};

const test1 = {
  kind: "test" as const,
  procedure: "leak",
  title: "Charge-air leak test",
  outcome: "high",
  outcomeLabel: "Loses pressure",
  effects: [],
  note: "",
};
const part = {
  kind: "part" as const,
  component: "boost-hose",
  failure: "split",
  partNumber: "BH-1",
  source: "new-maker" as const,
  cost: { amount: 58, currency: "EUR" },
};

const BODIES: readonly EntryBody[] = [
  { kind: "opened", complaint: "No pull.", odometerKm: 120_000 },
  { kind: "opened", complaint: "No pull.", odometerKm: 90_000, odometerReason: "new cluster" },
  { kind: "symptoms", symptoms: [{ key: "low-power", conditions: ["hot"], denied: ["cold"] }] },
  { kind: "confirmed", result: "sometimes", times: 2, tries: 4, conditions: ["hot"], note: "on the pass" },
  { kind: "confirmed", result: "not-reproduced", times: null, tries: null, conditions: [], note: "" },
  { kind: "watch", what: "film the gauge", who: "the driver", until: "2026-12-01" },
  { kind: "prior-work", component: "boost-hose", work: "changed", who: "us", recency: "days", note: "clip reused" },
  { kind: "prior-work", component: "boost-hose", work: "accident", who: "owner", recency: "longer", note: "" },
  { kind: "odometer", odometerKm: 120_400, reason: "" },
  { kind: "scan", codes: [], modulesRead: ["engine"] },
  {
    kind: "scan",
    codes: [{ code: "P0299", module: "engine", status: "pending" }],
    modulesRead: ["engine"],
    modulesSilent: ["body"],
    modulesUnreadable: ["airbag"],
  },
  { kind: "cleared", returns: [] },
  { kind: "cleared", returns: [{ code: "P0299", module: "engine", returned: "key-cycle" }] },
  {
    ...test1,
    readings: [{ label: "5 min", reading: { value: 0.4, unit: "bar" } }],
    verdict: "fail",
    verdictText: "0.4 bar lies above",
  },
  {
    ...test1,
    readings: [{ label: "", reading: { open: true } }],
    verdict: "cannot-judge",
    verdictText: "An open circuit says nothing",
  },
  { ...part, result: null },
  { ...part, result: "no-change" },
  { ...part, result: "partly", getHome: true },
  { kind: "part-result", partSeq: 4, component: "boost-hose", result: "fixed" },
  { kind: "part-result", partSeq: 4, component: "boost-hose", result: "fixed", getHome: true },
  { kind: "proof", step: "road-test", result: "held", note: "coast road at 90" },
  { kind: "proof", step: "follow-up", result: "came-back", note: "" },
  { kind: "suspect", cause: cause("boost-hose/split"), why: "oily at the clip" },
  { kind: "finding", result: "root-cause", causes: [cause("boost-hose/split")], why: "rubbed through" },
  { kind: "finding", result: "unresolved", causes: [], why: "needs a loaded climb" },
  { kind: "handed", to: "Ilka Venn", note: "turbine side is hot" },
  { kind: "note", text: "smells of oil" },
  { kind: "withdrawn", reason: "wrong vehicle" },
  { kind: "closed", rung: 4, reason: "" },
  { kind: "closed", rung: 0, reason: "customer in a hurry" },
  { kind: "reopened", reason: "the hum is back" },
];

test("every kind of entry is told in one line, and in a few characters on the map", () => {
  const kinds = new Set(BODIES.map(({ kind }) => kind));
  expect(kinds.size).toBe(19);
  expect(BODIES.map((body) => `${entryShortText(labels, body)} | ${entryText(labels, body)}`)).toMatchInlineSnapshot(`
    [
      "came in | Came in",
      "came in | Came in; odometer: new cluster",
      "symptoms | Low power: when hot, not when cold",
      "confirmed | Shows only sometimes, 2 of 4 tries: when hot; on the pass",
      "confirmed | Not reproduced",
      "to be caught | To be caught: film the gauge; the driver until 1 Dec 2026",
      "done before | Done before: charge-air hose changed by us, days ago; clip reused",
      "done before | Done before: charge-air hose hurt in an accident, more than a year ago",
      "odometer | Odometer 120400 km",
      "scan, no codes | No codes; read: engine",
      "P0299 | P0299 pending (engine); read: engine; no answer: body; not readable with this tool: airbag",
      "cleared | Codes cleared",
      "cleared | Codes cleared: P0299 back after a key cycle",
      "charge-air leak test | Charge-air leak test: 5 min 0.4 bar; loses pressure",
      "charge-air leak test | Charge-air leak test: open circuit; loses pressure; An open circuit says nothing",
      "charge-air hose fitted | Charge-air hose fitted (BH-1): not tried yet",
      "charge-air hose fitted | Charge-air hose fitted (BH-1): no change",
      "charge-air hose made to g… | Charge-air hose made to get home (BH-1): it helps, the fault is not all gone",
      "charge-air hose tried | Charge-air hose: cured it",
      "charge-air hose tried | Charge-air hose: the fault is gone while it holds",
      "road test as complained of | Road test as complained of: holds; coast road at 90",
      "follow-up | Follow-up: the fault came back",
      "suspected | Suspected: charge-air hose: split; oily at the clip",
      "cause named | Root cause: charge-air hose: split; rubbed through",
      "not solved | Not solved; needs a loaded climb",
      "handed on | Handed to Ilka Venn; turbine side is hot",
      "note | smells of oil",
      "taken back | Taken back: wrong vehicle",
      "closed | Closed",
      "closed | Closed: customer in a hurry",
      "opened again | Opened again: the hum is back",
    ]
  `);
});

test("a long title is cut short on the map and whole on the trail", () => {
  const long = {
    ...test1,
    title: "Command the recirculation valve shut and open",
    readings: [],
    verdict: null,
    verdictText: null,
  };
  expect(entryShortText(labels, long)).toBe("command the recirculation…");
  expect(entryText(labels, long)).toContain("Command the recirculation valve shut and open: loses pressure");
});
