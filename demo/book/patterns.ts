import type { Pattern } from "@/core/book";

interface PatternDraft {
  readonly key: string;
  readonly title: string;
  readonly cause: string;
  readonly evidence: Pattern["evidence"];
  readonly make?: string;
  readonly models?: readonly string[];
  readonly engines?: readonly string[];
  readonly km?: readonly [number, number];
  readonly symptoms: readonly string[];
  readonly codes?: readonly string[];
  readonly confirmBy: string;
  readonly note: string;
}

function pattern({
  key,
  title,
  cause,
  evidence,
  make,
  models,
  engines,
  km,
  symptoms,
  codes,
  confirmBy,
  note,
}: PatternDraft): Pattern {
  const [component = "", failure = ""] = cause.split("/");
  const applies = {
    make: make ?? null,
    models: models ?? [],
    years: null,
    engines: engines ?? [],
    transmissions: [],
    markets: [],
  };
  return {
    key,
    title,
    component,
    failure,
    applies,
    odometerKm: km ?? null,
    evidence,
    symptoms,
    codes: codes ?? [],
    confirmBy,
    note,
  };
}

export const PATTERNS: readonly Pattern[] = [
  pattern({
    key: "d21k-vanes",
    title: "D21K: turbocharger vanes stick past 120 000 km",
    cause: "turbocharger/sticking",
    evidence: "proved",
    engines: ["D21K"],
    km: [120_000, 220_000],
    symptoms: ["low-power", "limp-mode"],
    codes: ["P0299"],
    confirmBy: "vane-travel",
    note: "Comes with short trips. Freeing them lasts where the actuator is sound.",
  }),
  pattern({
    key: "packet-door-loom",
    title: "Packet: sliding door loom breaks at the bend",
    cause: "sliding-door-loom/broken-wire",
    evidence: "seen",
    make: "Tarrow",
    models: ["Packet"],
    symptoms: ["door-no-power"],
    confirmBy: "door-loom-bend",
    note: "Post rounds: a hundred openings a day.",
  }),
  pattern({
    key: "ferryman-pulley",
    title: "Ferryman: alternator pulley clutch seizes",
    cause: "alternator-pulley/seized",
    evidence: "bulletin",
    make: "Kestrin",
    models: ["Ferryman"],
    km: [80_000, 200_000],
    symptoms: ["belt-chirp"],
    confirmBy: "pulley-freewheel",
    note: "",
  }),
  pattern({
    key: "lark-latch",
    title: "Lark: tailgate latch keeps the vehicle awake",
    cause: "tailgate-latch/stays-awake",
    evidence: "hearsay",
    make: "Ombrel",
    models: ["Lark"],
    symptoms: ["battery-flat"],
    confirmBy: "fuse-drop",
    note: "Heard at the taxi rank.",
  }),
  pattern({
    key: "d16f-filter-hose",
    title: "D16F: filter pressure hose splits behind the clip",
    cause: "filter-pressure-hose/split",
    evidence: "seen",
    engines: ["D16F"],
    symptoms: ["filter-lamp"],
    codes: ["P2452", "P2002"],
    confirmBy: "filter-pressure-idle",
    note: "",
  }),
];
