import { expect, test } from "vitest";
import { NO_DETAILS, type KnownFailure } from "@/core/known-failures";
import { knownDraft, knownInput } from "./draft";

const euro = (amount: number) => ({ amount, currency: "EUR" });

const WHOLE: KnownFailure = {
  key: "packet-loom",
  title: "Packet: loom breaks",
  component: "door-loom",
  failure: "broken-wire",
  place: "left",
  applies: {
    make: "Tarrow",
    models: ["Packet", "Letter"],
    years: [2014, 2018],
    engines: ["D21K"],
    transmissions: ["M6-T"],
    markets: ["coast"],
    drives: ["front"],
    sisters: [{ make: "Ombrel", model: "Hauler" }],
    built: ["2014-03", "2018-11"],
    uses: ["salt"],
  },
  odometerKm: [80_000, 160_000],
  evidence: "bulletin",
  symptoms: ["door-no-power"],
  conditions: ["wet"],
  codes: ["B1247"],
  confirmBy: "door-loom-bend",
  note: "At the bend.",
  details: {
    mark: "grey sleeve",
    lookAlikes: [
      {
        other: "other-one",
        otherName: "Motor worn",
        question: "Slow, or not at all?",
        thisIf: "wet",
        otherIf: null,
        procedure: "door-motor-direct",
      },
    ],
    repairs: [{ title: "New loom", outcome: "holds", component: "door-loom", note: "the long one" }],
    prevention: { what: "Sleeve renewed", everyKm: 40_000, partNumber: "SL-2", minutes: 20, parts: euro(12.5) },
    costThen: { minutes: 90, parts: euro(60) },
    bulletin: {
      kind: "recall",
      reference: "T-9",
      pays: "the loom",
      until: "2028-01-31",
      vins: ["100200", "100300"],
      built: ["2014-03", "2015-02"],
    },
    fits: [{ partNumber: "LM-9", from: "Hauler" }],
    cautions: ["Airbag plug near by.", "Battery off first."],
    notes: [],
    reports: [],
  },
  proposed: false,
  withdrawnReason: null,
};

/** An object without some of its fields. */
const omit = (whole: object, names: readonly string[]) =>
  Object.fromEntries(Object.entries(whole).filter(([name]) => !names.includes(name)));

/** What a form sends of what stands in the book. */
const sent = (known: KnownFailure, units: "metric" | "imperial") =>
  knownInput(knownDraft(known, units), { currency: "EUR", decimal: units === "imperial" ? "." : ",", units });

test("a known failure that is opened and saved unchanged is sent as it stands", () => {
  const { details, ...rest } = omit(WHOLE, ["key", "proposed", "withdrawnReason"]);
  expect(sent(WHOLE, "metric")).toEqual({ ...rest, details: omit(details, ["notes", "reports"]) });
});

test("where odometers read miles they are typed and sent as such, to the nearest mile", () => {
  expect(knownDraft(WHOLE, "imperial")).toMatchObject({ kmFrom: "49710", kmTo: "99419", every: "24855" });
  const { odometerKm, details } = sent(WHOLE, "imperial") as KnownFailure;
  // Within the mile that was typed.
  for (const [at, km] of [80_000, 160_000].entries()) expect(Math.abs((odometerKm?.[at] ?? 0) - km)).toBeLessThan(1.61);
  expect(details.prevention?.everyKm).toBe(40_000);
});

test("what nobody filled in is none: no cause, no window, no rows", () => {
  const unexplained = { ...WHOLE, component: null, failure: null, odometerKm: null, details: NO_DETAILS };
  const draft = knownDraft(unexplained, "metric");
  expect(draft.isExplained).toBe("no");
  expect(sent(unexplained, "metric")).toMatchObject({
    component: null,
    failure: null,
    odometerKm: null,
    evidence: "hearsay",
    details: { lookAlikes: [], repairs: [], prevention: null, costThen: null, bulletin: null, fits: [], cautions: [] },
  });
  const oneEnd = knownInput(
    { ...draft, yearFrom: "2016", kmTo: "zwei" },
    { currency: "EUR", decimal: ",", units: "metric" },
  );
  expect(oneEnd).toMatchObject({ applies: { years: [2016, 2018] }, odometerKm: ["zwei", "zwei"] });
});
