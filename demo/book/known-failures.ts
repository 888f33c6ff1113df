import type { Applies, Pattern } from "@/core/book";
import { EVERY_VEHICLE, NO_DETAILS, type Details, type KnownFailure } from "@/core/known-failures";
import { SHOP } from "../world";

interface Draft {
  readonly key: string;
  readonly title: string;
  /** "component/failure"; null where nobody has explained it yet. */
  readonly cause: string | null;
  readonly evidence: Extract<Pattern["evidence"], "hearsay" | "bulletin">;
  readonly applies: Partial<Applies>;
  readonly km?: readonly [number, number];
  readonly symptoms: readonly string[];
  readonly conditions?: readonly string[];
  readonly codes?: readonly string[];
  readonly confirmBy?: string;
  readonly note: string;
  readonly details?: Partial<Details>;
  readonly proposed?: boolean;
}

function known(draft: Draft): KnownFailure {
  const { key, title, cause, evidence, applies, km, symptoms, conditions, codes, confirmBy, note, details } = draft;
  const [component = null, failure = null] = cause?.split("/") ?? [];
  return {
    key,
    title,
    component,
    failure,
    place: null,
    applies: { ...EVERY_VEHICLE, ...applies },
    odometerKm: km ?? null,
    evidence,
    symptoms,
    conditions: conditions ?? [],
    codes: codes ?? [],
    confirmBy: confirmBy ?? null,
    note,
    details: { ...NO_DETAILS, ...details },
    proposed: draft.proposed ?? false,
    withdrawnReason: null,
  };
}

const parts = (amount: number) => ({ amount, currency: SHOP.currency });

/** Known failures of every grade, one that the shop's own vehicles contradict, one that nobody has explained, and one that waits for a lead. */
export function knownFailures(daysAgo: (days: number) => string): readonly KnownFailure[] {
  return [
    known({
      key: "d21k-vanes",
      title: "D21K: turbocharger vanes stick past 120 000 km",
      cause: "turbocharger/sticking",
      evidence: "hearsay",
      applies: { engines: ["D21K"] },
      km: [100_000, 220_000],
      symptoms: ["low-power", "limp-mode"],
      conditions: ["uphill", "clears-with-restart"],
      codes: ["P0299"],
      confirmBy: "vane-travel",
      note: "Comes with short trips. Freeing them lasts where the actuator is sound.",
      details: {
        repairs: [
          {
            title: "Rebuilt unit, oil feed renewed",
            outcome: "holds",
            component: "turbocharger",
            note: "the feed line is part of it",
          },
          {
            title: "Vanes freed and cleaned",
            outcome: "for-a-while",
            component: null,
            note: "one to two winters on short rounds",
          },
          { title: "Boost sensor", outcome: "in-vain", component: "boost-sensor", note: "" },
        ],
        prevention: {
          what: "Vanes run through their travel hot, feed strainer cleaned",
          everyKm: 40_000,
          partNumber: null,
          minutes: 35,
          parts: parts(18),
        },
        costThen: { minutes: 225, parts: parts(640) },
        lookAlikes: [
          {
            other: null,
            otherName: "Charge-air hose split",
            question: "Does it whistle or hiss under load?",
            thisIf: null,
            otherIf: null,
            procedure: "boost-leak-test",
          },
          {
            other: null,
            otherName: "Recirculation valve sticks",
            question: "Is it gone after a restart, or only after a night?",
            thisIf: "clears-with-restart",
            otherIf: "after-overnight",
            procedure: "egr-command",
          },
        ],
        cautions: ["Hot exhaust side: let it cool, or work with heat gloves."],
        notes: [
          {
            text: "Every one of the three that came back had the old feed line.",
            at: daysAgo(120),
            by: "Ilka Venn",
          },
        ],
      },
    }),
    known({
      key: "packet-door-loom",
      title: "Packet: sliding door loom breaks at the bend",
      cause: "sliding-door-loom/broken-wire",
      evidence: "hearsay",
      applies: { make: "Tarrow", models: ["Packet"] },
      symptoms: ["door-no-power"],
      conditions: ["door-moving"],
      confirmBy: "door-loom-bend",
      note: "Post rounds: a hundred openings a day.",
      details: {
        repairs: [
          {
            title: "Loom with the longer bend",
            outcome: "holds",
            component: "sliding-door-loom",
            note: "",
          },
          { title: "Broken wire soldered", outcome: "for-a-while", component: null, note: "breaks beside it" },
        ],
        mark: "Grey sleeve over the bend instead of black",
      },
    }),
    known({
      key: "ferryman-pulley",
      title: "Ferryman: alternator pulley clutch seizes",
      cause: "alternator-pulley/seized",
      evidence: "bulletin",
      applies: { make: "Kestrin", models: ["Ferryman"] },
      km: [80_000, 200_000],
      symptoms: ["belt-chirp"],
      confirmBy: "pulley-freewheel",
      note: "",
      details: {
        bulletin: {
          kind: "bulletin",
          reference: "KS 18-044",
          pays: "nothing; it names the improved part",
          until: null,
          vins: null,
          built: null,
        },
        fits: [{ partNumber: "AP-22-4", from: "Letter with the same alternator" }],
        prevention: {
          what: "Pulley renewed with the belt",
          everyKm: 90_000,
          partNumber: "AP-22-4",
          minutes: 30,
          parts: parts(76),
        },
        costThen: { minutes: 75, parts: parts(118) },
      },
    }),
    known({
      key: "lark-latch",
      title: "Lark: tailgate latch keeps the vehicle awake",
      cause: "tailgate-latch/stays-awake",
      evidence: "hearsay",
      applies: { make: "Ombrel", models: ["Lark"] },
      symptoms: ["battery-flat"],
      conditions: ["after-standing"],
      confirmBy: "fuse-drop",
      note: "Heard at the taxi rank.",
      details: {
        mark: "White dot on the plug",
        lookAlikes: [
          {
            other: null,
            otherName: "Battery worn out",
            question: "Flat after a weekend, or after every cold night?",
            thisIf: "after-standing",
            otherIf: "below-zero",
            procedure: "rest-current",
          },
        ],
        reports: [
          {
            text: "Three of eight at the taxi rank had a new latch.",
            at: daysAgo(200),
            by: "Maret Sundby",
            source: "poll",
            says: "failed",
            count: 3,
            of: 8,
          },
        ],
      },
    }),
    known({
      key: "d16f-filter-hose",
      title: "D16F: filter pressure hose splits behind the clip",
      cause: "filter-pressure-hose/split",
      evidence: "hearsay",
      applies: { engines: ["D16F"] },
      symptoms: ["filter-lamp"],
      codes: ["P2452", "P2002"],
      confirmBy: "filter-pressure-idle",
      note: "",
    }),
    known({
      key: "hauler-tensioner",
      title: "Hauler: belt tensioner bush wears oval",
      cause: "belt-tensioner/worn",
      evidence: "bulletin",
      applies: { make: "Ombrel", models: ["Hauler"], years: [2016, 2017] },
      km: [90_000, 180_000],
      symptoms: ["engine-rattle"],
      conditions: ["idling"],
      confirmBy: "rattle-loudest",
      note: "The arm taps its stop at idle.",
      details: {
        mark: "A notch in the arm",
        bulletin: {
          kind: "recall",
          reference: "OM-31",
          pays: "part and labour, at the maker’s workshop in the valley",
          until: null,
          vins: null,
          built: ["2016-01", "2017-12"],
        },
        costThen: { minutes: 120, parts: parts(310) },
        prevention: {
          what: "Tensioner with the improved bush",
          everyKm: null,
          partNumber: "BT-31-B",
          minutes: 45,
          parts: parts(88),
        },
      },
    }),
    known({
      key: "letter-blower",
      title: "Letter: worn blower burns its resistor",
      cause: "blower-resistor/open-circuit",
      evidence: "hearsay",
      applies: { make: "Tarrow", models: ["Letter"], uses: ["short-trips", "loaded"] },
      km: [90_000, 190_000],
      symptoms: ["fan-one-speed"],
      confirmBy: "blower-resistor-feed",
      note: "Measure the blower’s draw before a new resistor goes in.",
      details: {
        repairs: [
          { title: "Blower and resistor together", outcome: "holds", component: "blower-motor", note: "" },
          {
            title: "Resistor alone",
            outcome: "for-a-while",
            component: "blower-resistor",
            note: "burns again within the year",
          },
        ],
      },
    }),
    known({
      key: "minnow-mist",
      title: "Minnow: windscreen mists up on dry days",
      cause: null,
      evidence: "hearsay",
      applies: { make: "Kestrin", models: ["Minnow"] },
      symptoms: ["windscreen-mists"],
      note: "Two owners tell it. Carpet dry, cabin filter new, flaps move.",
      details: {
        repairs: [
          { title: "Cabin filter", outcome: "in-vain", component: "cabin-filter", note: "" },
          { title: "Door seals", outcome: "in-vain", component: "door-seal", note: "" },
        ],
        reports: [
          {
            text: "Only with the roof box on.",
            at: daysAgo(33),
            by: "Juno Asker",
            source: "customer",
            says: "failed",
            count: 1,
            of: 1,
          },
        ],
      },
    }),
    known({
      key: "minnow-steering",
      title: "Minnow: steering rack worn by 60 000 km",
      cause: "steering-rack/worn",
      evidence: "hearsay",
      applies: { make: "Kestrin", models: ["Minnow"] },
      km: [30_000, 60_000],
      symptoms: ["steering-heavy"],
      confirmBy: "steering-torque-live",
      note: "A parts seller’s tale; ours came through without it.",
      details: {
        reports: [
          {
            text: "Never saw one, and we keep forty.",
            at: daysAgo(61),
            by: "Ilka Venn",
            source: "other-shop",
            says: "not-failed",
            count: 40,
            of: 40,
          },
        ],
      },
    }),
    known({
      key: "ferryman-heater-core",
      title: "Ferryman: heater core leaks at its end plate",
      cause: "heater-core/leaking",
      evidence: "hearsay",
      applies: { make: "Kestrin", models: ["Ferryman"] },
      km: [180_000, 300_000],
      symptoms: ["water-inside", "windscreen-mists"],
      confirmBy: "coolant-loss-look",
      note: "Old coolant eats the solder.",
      details: {
        prevention: { what: "Coolant renewed", everyKm: 90_000, partNumber: null, minutes: 40, parts: parts(36) },
        reports: [
          {
            text: "New coolant every two years, leaked all the same.",
            at: daysAgo(15),
            by: "Maret Sundby",
            source: "customer",
            says: "prevention-failed",
            count: 1,
            of: 1,
          },
        ],
      },
    }),
    known({
      key: "packet-thermostat",
      title: "Packet: thermostat hangs open in the second winter",
      cause: "thermostat/sticking",
      evidence: "hearsay",
      applies: { make: "Tarrow", models: ["Packet"] },
      symptoms: ["heater-cold"],
      conditions: ["motorway"],
      confirmBy: "thermostat-warm-up",
      note: "Two this month. Written down on the way.",
      proposed: true,
    }),
  ];
}
