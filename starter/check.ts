import type { Effect, EffectKind, Procedure } from "@/core/book";

/** A first check as it is written here: what to do, what it may come to, and what each outcome says of which part. */
export interface CheckDraft {
  readonly key: string;
  readonly title: string;
  readonly on: string;
  readonly minutes: number;
  /** A cheap look at what others rely on. */
  readonly basic?: boolean;
  readonly tools?: readonly string[];
  readonly caution?: string;
  readonly steps: readonly string[];
  /** By outcome: its label, and "battery confirms, alternator weakens". */
  readonly outcomes: Readonly<Record<string, readonly [label: string, effects: string]>>;
}

const KINDS: Readonly<Record<string, EffectKind>> = {
  proves: "proves",
  confirms: "confirms",
  supports: "supports",
  weakens: "weakens",
  clears: "clears",
};

function effectsOf(text: string): readonly Effect[] {
  return text
    .split(",")
    .map((each) => each.trim())
    .filter(Boolean)
    .map((each) => {
      const [component = "", word = ""] = each.split(" ");
      const effect = KINDS[word];
      if (!effect)
        throw new Error(`starter check: “${each}” says nothing; expected one of ${Object.keys(KINDS).join(", ")}`);
      return { component, failure: null, effect };
    });
}

/** A check as a procedure of the book. */
export function check({
  key,
  title,
  on,
  minutes,
  basic = false,
  tools = [],
  caution,
  steps,
  outcomes,
}: CheckDraft): Procedure {
  return {
    key: `first-${key}`,
    title,
    component: on,
    minutes,
    access: null,
    accessMinutes: 0,
    tools,
    cautions: caution === undefined ? [] : [caution],
    kind: "value",
    question: "",
    place: "",
    preconditions: [],
    steps,
    pictured: [],
    points: [],
    look: null,
    spec: null,
    specs: [],
    version: 1,
    outcomes: Object.entries(outcomes).map(([outcome, [label, text]]) => ({
      key: outcome,
      label,
      effects: effectsOf(text),
    })),
    proposed: false,
    applies: null,
    basic,
  };
}
