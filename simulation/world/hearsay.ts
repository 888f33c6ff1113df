import type { Pattern } from "@/core/book";
import type { Dice } from "../random";
import type { WorldRules } from "./rules";
import type { TrueCause } from "./truth";

/** About a third of the hot spots have got about; some hearsay is wrong. */
export function makePatterns({ rumours }: WorldRules, causes: readonly TrueCause[], dice: Dice): readonly Pattern[] {
  return causes.flatMap((cause) => {
    const { hot, component, failure } = cause;
    const rumour = !hot && dice.is(rumours);
    if (!(hot && dice.is(0.35)) && !rumour) return [];
    const none = { make: null, models: [], years: null, engines: [], transmissions: [], markets: [] };
    return [
      {
        key: `pattern-${component}-${failure}`,
        title: "",
        component,
        failure,
        note: "",
        confirmBy: null,
        applies: { ...none, models: hot?.model ? [hot.model] : [], engines: hot?.engine ? [hot.engine] : [] },
        odometerKm: hot?.odometerKm ?? null,
        evidence: hot ? dice.pick(["bulletin", "seen", "proved"] as const) : ("hearsay" as const),
        symptoms: [],
        codes: [],
      },
    ];
  });
}
