import { moduleCalled, type ModuleName } from "./modules";

/** Codes that one circuit, supply, ground or bus explains: one look at what they share before a part for each of them. */

export const GROUP_KINDS = ["circuit", "supply", "ground", "bus"] as const;
export type GroupKind = (typeof GROUP_KINDS)[number];

export interface CodeGroup {
  readonly kind: GroupKind;
  /** What they share, as in "5 V supply B". */
  readonly title: string;
  readonly codes: readonly string[];
  readonly note: string;
}

/** A group of which a job shows two codes or more. */
export interface SharedGroup {
  readonly kind: GroupKind;
  readonly title: string;
  /** Those of the job. */
  readonly codes: readonly string[];
  readonly note: string;
}

interface GenericGroup {
  readonly kind: GroupKind;
  readonly title: string;
  /** First and last code, by SAE J2012's numbering; a range holds what lies between as hexadecimal numbers. */
  readonly ranges: readonly (readonly [string, string])[];
  readonly note: string;
}

const SEVERAL_DRIVERS =
  "Several outputs of one control unit at once: look at their common supply, ground and plug first.";

/** By the sub-systems of SAE J2012, appendix B; what they share is how such circuits are usually built, not a maker's diagram. */
const GENERIC_GROUPS: readonly GenericGroup[] = [
  circuit("the air-mass meter’s circuit", ["P0100", "P0104"]),
  circuit("the intake pressure sensor’s circuit", ["P0105", "P0109"]),
  circuit("the intake air temperature sensor’s circuit", ["P0110", "P0114"]),
  circuit("the coolant temperature sensor’s circuit", ["P0115", "P0119"]),
  circuit("the circuit of pedal or throttle sensor A", ["P0120", "P0124"]),
  circuit("the circuits of oxygen sensor 1, bank 1", ["P0130", "P0135"]),
  circuit("the circuits of oxygen sensor 2, bank 1", ["P0136", "P0141"]),
  circuit("the circuits of oxygen sensor 1, bank 2", ["P0150", "P0155"]),
  circuit("the fuel rail pressure sensor’s circuit", ["P0190", "P0194"]),
  circuit("the boost sensor’s circuit", ["P0235", "P0238"]),
  circuit("the crankshaft sensor’s circuit", ["P0335", "P0339"]),
  circuit("the camshaft sensor’s circuit", ["P0340", "P0344"]),
  circuit("the recirculation valve’s circuits", ["P0403", "P0408"]),
  circuit("the vehicle speed signal", ["P0500", "P0503"]),
  supply("the injectors’ supply or driver", SEVERAL_DRIVERS, ["P0201", "P020C"], ["P0261", "P0296"]),
  supply("the ignition coils’ supply or ground", SEVERAL_DRIVERS, ["P0351", "P0362"]),
  supply("the glow plugs’ supply", SEVERAL_DRIVERS, ["P0380", "P0384"], ["P0670", "P0684"]),
  supply("the cooling fans’ supply", SEVERAL_DRIVERS, ["P0480", "P0485"]),
  supply(
    "the system voltage",
    "A weak battery or a bad ground sets codes all over the vehicle: judge it before anything else.",
    ["P0560", "P0563"],
    ["P0620", "P0622"],
    ["C0895", "C0899"],
  ),
  supply(
    "a 5 V sensor supply",
    "One sensor that pulls the supply down takes the others with it: unplug them one by one.",
    ["P0641", "P0643"],
    ["P0651", "P0653"],
    ["P0697", "P0699"],
    ["P06A3", "P06A5"],
  ),
  {
    kind: "circuit",
    title: "the wheel speed sensors’ module and plug",
    ranges: [["C0035", "C0052"]],
    note: "Two wheels at once is seldom two sensors: look at the control unit’s plug and supply.",
  },
  {
    kind: "bus",
    title: "a bus, or the supply of modules that are silent",
    ranges: [["U0001", "U02FF"]],
    note: "Modules that report each other missing: find the one that is really silent, then its supply, ground and bus.",
  },
];

function circuit(title: string, ...ranges: GenericGroup["ranges"]): GenericGroup {
  return { kind: "circuit", title, ranges, note: "" };
}

function supply(title: string, note: string, ...ranges: GenericGroup["ranges"]): GenericGroup {
  return { kind: "supply", title, ranges, note };
}

/**
 * The groups of which two codes or more are among these, the shop's own first; a group whose codes all stand in an earlier one is
 * left out.
 * @param codes in their one form, as `readCode` gives them
 * @example groupsAmong(["P0201", "P0203"], [])[0]?.title // "the injectors’ supply or driver"
 */
export function groupsAmong(codes: readonly string[], own: readonly CodeGroup[]): readonly SharedGroup[] {
  const all = [...new Set(codes)].sort();
  const candidates: readonly SharedGroup[] = [
    ...own.map((group) => ({ ...group, codes: all.filter((code) => group.codes.includes(code)) })),
    ...GENERIC_GROUPS.map(({ ranges, ...group }) => ({
      ...group,
      codes: all.filter((code) => ranges.some(([from, to]) => code >= from && code <= to)),
    })),
  ];
  return candidates
    .filter((group) => group.codes.length > 1)
    .filter(
      (group, at, found) =>
        !found.slice(0, at).some((before) => group.codes.every((code) => before.codes.includes(code))),
    );
}

/** Which module a code reports as lost: SAE J2012, U0100 to U02FF, those that most vehicles have. */
const LOST: Readonly<Record<string, string>> = {
  U0100: "engine",
  U0101: "gearbox",
  U0121: "brakes",
  U0131: "steering",
  U0140: "body",
  U0151: "airbag",
  U0155: "instruments",
  U0164: "climate",
};

/**
 * A module that others report missing and that did not answer either: the two say one thing.
 * @param names what the shop calls its modules
 */
export function silentModules(
  codes: readonly string[],
  silent: readonly string[],
  names: readonly ModuleName[],
): readonly { code: string; module: string }[] {
  return [...new Set(codes)].flatMap((code) => {
    const lost = LOST[code];
    const called = lost && moduleCalled(lost, names);
    const named = called && silent.find((each) => moduleCalled(each, names) === called);
    return named ? [{ code, module: named }] : [];
  });
}
