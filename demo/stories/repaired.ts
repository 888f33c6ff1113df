import { addDays, format, subMinutes } from "date-fns";
import type { Stage } from "../play";
import { arrive, day, eur, found, part, personId, scan } from "./tell";

/** One injector of another generation beside three old ones: it knocked until all four were of one that may run together. */
async function mixedInjectors(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "mixed-injectors", {
    model: "ferryman",
    year: 2018,
    number: 315,
    odometerKm: 188_400,
    at: day(now, 26, 7, 40),
    complaint: "Bakery round. Hard to start in the morning, and the idle hunts.",
    symptoms: [
      { key: "hard-start", conditions: ["cold"] },
      { key: "rough-idle", conditions: ["idling"] },
    ],
  });
  await job.record("record-scan", "Ilka Venn", 7, scan(["P0263", "stored", "engine"]));
  await job.record("record-test", "Ilka Venn", 24, {
    procedure: "injector-return",
    outcome: "odd",
    note: "cylinder 3 fills its tube in half the time",
  });
  await job.record("choose-repair", "Ilka Venn", 1, {
    cause: { component: "injector", failure: "leaking" },
    option: "rebuilt",
    title: "Rebuilt injector with its test sheet",
    reason: "the others have 188 000 km as well",
    refused: [{ title: "New injector from the maker", why: "twice the price for a van that is sold next year" }],
  });
  const beside = ["cylinder 1", "cylinder 2", "cylinder 4"].map((place) => ({ place, revision: "K3" }));
  const injector = { ...part("injector/leaking", 165, null, "RJ-22-K6"), source: "rebuilt", place: "cylinder 3" };
  await job.record("record-part", "Ilka Venn", 70, {
    ...injector,
    result: "partly",
    work: {
      revision: "K6",
      beside,
      values: [{ place: "cylinder 3", name: "class", value: "7A-3F-02" }],
      oldPartKept: true,
      cures: ["hard-start"],
      checkOffs: [{ kind: "renew", what: "Copper ring, once only", done: true }],
    },
  });
  await job.record("record-note", "Ilka Venn", 3, {
    text: "Starts at once, but knocks at idle on 3. The sheet says K6 runs beside no other. Sent back, K4 comes tomorrow.",
  });
  await job.record("record-waiting", "Ilka Venn", 0, {
    for: "part",
    what: "injector K4, by the morning van",
    due: format(day(now, 25, 8, 0), "yyyy-MM-dd"),
  });
  job.wait(60 * 24);
  await job.record("record-waiting", "Ilka Venn", 1, { for: null });
  await job.record("record-part", "Ilka Venn", 45, {
    ...injector,
    partNumber: "RJ-22-K4",
    result: "fixed",
    work: {
      revision: "K4",
      beside,
      values: [{ place: "cylinder 3", name: "class", value: "6C-1B-9E" }],
      cures: ["hard-start", "rough-idle"],
      checkOffs: [
        { kind: "renew", what: "Copper ring, once only", done: true },
        { kind: "tighten", what: "Clamp screw", value: "9 N.m + 75°", source: "workshop sheet J-2", done: true },
        { kind: "code", what: "Class of the new injector taught in at its place", done: true },
        { kind: "wait", what: "Quantity learning, eight minutes at a warm idle", done: false },
      ],
    },
  });
  await job.record("record-finding", "Ilka Venn", 1, {
    ...found("injector/leaking"),
    why: "return flow of cylinder 3; the K6 knocked beside K3, the K4 does not",
  });
  await job.record("record-test", "Ilka Venn", 14, { procedure: "injector-return", outcome: "alike" });
  await job.clearAndRead("Ilka Venn", 3, ["engine"]);
  await job.drive("Ilka Venn", 22, "cold start next morning, then the bakery hill");
  await job.finish("Tomas Orrel");
}

/** Free elsewhere, and refused: the owner needed it the same day. */
async function recallRefused(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "recall-refused", {
    model: "hauler",
    year: 2016,
    number: 316,
    odometerKm: 142_800,
    at: day(now, 40, 9, 15),
    complaint: "Rattles at the front when it idles, gone as soon as you touch the pedal.",
    symptoms: [{ key: "engine-rattle", conditions: ["idling"] }],
  });
  await job.record("record-scan", "Tomas Orrel", 5, scan());
  await job.record("record-test", "Tomas Orrel", 12, { procedure: "rattle-loudest", outcome: "belt-side" });
  await job.record("record-estimate", "Maret Sundby", 0, {
    from: "ours",
    what: "Belt tensioner and belt, fitted",
    cause: { component: "belt-tensioner", failure: "worn" },
    amount: eur(202),
  });
  await job.record("choose-repair", "Maret Sundby", 2, {
    cause: { component: "belt-tensioner", failure: "worn" },
    option: "part",
    title: "Tensioner, improved bush",
    reason: "has to be on the road tonight",
    refused: [
      {
        title: "Free under campaign OM-31, at the maker’s workshop in the valley",
        why: "eighteen days until they have a place, and it carries the harvest",
      },
    ],
  });
  await job.record("record-part", "Tomas Orrel", 48, {
    ...part("belt-tensioner/worn", 88, "fixed", "BT-31-B"),
    work: {
      improved: "a notch in the arm",
      checkOffs: [
        { kind: "renew", what: "Belt, where it ran on the worn pulley", done: true },
        { kind: "tighten", what: "Tensioner screw", value: "48 N.m", source: "workshop sheet B-1", done: true },
      ],
    },
  });
  await job.record("record-finding", "Tomas Orrel", 1, {
    ...found("belt-tensioner/worn"),
    why: "bush worn oval, the arm taps its stop",
  });
  await job.drive("Tomas Orrel", 12, "idled twenty minutes, quiet");
  await job.finish("Ilka Venn", { reason: "there is no rattle left to listen for" });
}

/** A control that burnt out, and what burnt it. */
async function burntResistor(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "burnt-resistor", {
    model: "letter",
    year: 2017,
    number: 317,
    odometerKm: 133_900,
    at: day(now, 15, 14, 20),
    complaint: "Blower runs on the last step only. It was the same in spring and they changed something.",
    symptoms: [{ key: "fan-one-speed", conditions: ["every-time"] }],
    priorWork: [
      { component: "blower-resistor", work: "changed", who: "other-shop", recency: "months", note: "in spring" },
    ],
  });
  await job.record("record-test", "Juno Asker", 16, { procedure: "blower-resistor-feed", outcome: "last-step-only" });
  await job.record("record-note", "Tomas Orrel", 6, {
    text: "Blower draws 31 A on the last step, brushes smell. A new resistor would burn like the one from spring.",
  });
  await job.record("record-part", "Tomas Orrel", 41, part("blower-motor/worn", 122, "partly", "BM-16-F"));
  await job.record("record-part", "Tomas Orrel", 14, part("blower-resistor/open-circuit", 38, "fixed", "BR-1104"));
  await job.record("record-finding", "Tomas Orrel", 1, {
    result: "root-cause",
    causes: [
      {
        component: "blower-resistor",
        failure: "open-circuit",
        reason: { state: "found", text: "the worn blower motor drew 31 A through it" },
      },
      { component: "blower-motor", failure: "worn", reason: { state: "not-found", text: "" } },
    ],
    why: "second resistor within the year",
  });
  await job.record("record-test", "Tomas Orrel", 9, { procedure: "blower-resistor-feed", outcome: "runs-on-all" });
  await job.drive("Tomas Orrel", 10, "all steps, forty minutes with the heater on");
  await job.finish("Ilka Venn");
}

/** Open: brought home with the heater left out of the circuit; the part comes in some days. */
async function broughtHome(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "brought-home", {
    model: "ferryman",
    year: 2016,
    number: 318,
    odometerKm: 231_700,
    at: subMinutes(now, 60 * 51),
    complaint: "Sweet smell and wet carpet on the passenger’s side. Stood at the ferry with the lamp on.",
    symptoms: [
      { key: "water-inside", conditions: ["every-time"] },
      { key: "windscreen-mists", conditions: ["every-time"] },
    ],
  });
  await job.record("record-test", "Tomas Orrel", 15, {
    procedure: "coolant-loss-look",
    outcome: "inside",
    note: "drips from the heater box",
  });
  await job.record("record-part", "Tomas Orrel", 25, {
    ...part("heater-core/leaking", 6, "partly"),
    getHome: true,
  });
  await job.record("record-waiting", "Maret Sundby", 2, {
    for: "part",
    what: "heater core, ordered by VIN; the customer drives without a heater until then",
    due: format(addDays(now, 4), "yyyy-MM-dd"),
  });
  await job.record("hand-over", "Tomas Orrel", 1, {
    to: personId(stage, "Ilka Venn"),
    note: "the two hoses are joined under the bulkhead; core is a day's work",
  });
}

export const REPAIRED = [mixedInjectors, recallRefused, burntResistor];
export const UNDER_REPAIR = [broughtHome];
