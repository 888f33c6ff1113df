import type { CodeEntry } from "@/server/db/code-entries";
import type { CodeGroupRow } from "@/server/db/code-groups";

/** What the demo shop says of codes: makers' own ones have a meaning for each make. */
export const CODE_ENTRIES: readonly CodeEntry[] = [
  {
    code: "B1190",
    make: "Ombrel",
    meaning: "Tailgate latch switch: state not plausible",
    note: "Often history only. The latch then keeps the body control unit awake.",
  },
  {
    code: "P1402",
    make: "Tarrow",
    meaning: "Vacuum of the actuators too low",
    note: "Look at the hose behind the battery before anything that it moves.",
  },
  {
    code: "P1402",
    make: "Kestrin",
    meaning: "Recirculation cooler flap: end stop not learnt",
    note: "",
  },
  {
    code: "P0299",
    make: "",
    meaning: "Boost lower than asked for",
    note: "Names a shortfall, not a part: hoses, vanes, actuator and exhaust all set it.",
  },
];

export const CODE_GROUPS: readonly Omit<CodeGroupRow, "id">[] = [
  {
    title: "the vacuum line of vane actuator and recirculation valve",
    kind: "supply",
    make: "Tarrow",
    codes: ["P0046", "P0299", "P0401", "P1402"],
    note: "One hose feeds both, behind the battery.",
  },
  {
    title: "the ground point behind the left tail lamp",
    kind: "ground",
    make: "Kestrin",
    codes: ["B1015", "B1016", "B1021", "C0050"],
    note: "Clean it bright; the bolt takes 9 N·m.",
  },
];
