import type { KnownFailure } from "@/core/known-failures";
import { known } from "./draft";

/** Of doors, latches, fans, steering, and what nobody has explained. */
export function bodyFailures(daysAgo: (days: number) => string): readonly KnownFailure[] {
  return [
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
  ];
}
