import type { Effect, EffectKind, Procedure } from "@/core/book";
import type { Spec, Unit } from "@/core/measure";

/** Short ways to write a procedure down. Every value of the demo is made up for made-up vehicles. */

export const q = (value: number, unit: Unit) => ({ value, unit });
export const between = (low: number, high: number, unit: Unit): Spec => ({
  kind: "range",
  low: q(low, unit),
  high: q(high, unit),
});
export const atMost = (high: number, unit: Unit): Spec => ({ kind: "range", high: q(high, unit) });
export const atLeast = (low: number, unit: Unit): Spec => ({ kind: "range", low: q(low, unit) });

/** "glow-plug/open-circuit+" supports, "++" confirms, "-" weakens, "--" clears; without a failure it speaks of the component. */
function effects(text: string): readonly Effect[] {
  const kinds: Record<string, EffectKind> = { "++": "confirms", "+": "supports", "-": "weakens", "--": "clears" };
  return text
    .split(" ")
    .filter(Boolean)
    .map((part) => {
      const match = /^([a-z-]+?)(?:\/([a-z-]+?))?(\+\+|\+|--|-)$/.exec(part);
      const effect = kinds[match?.[3] ?? ""];
      if (!match?.[1] || !effect) throw new Error(`demo book: cannot read the effect "${part}"`);
      return { component: match[1], failure: match[2] ?? null, effect };
    });
}

interface Draft {
  readonly key: string;
  readonly title: string;
  readonly component: string;
  readonly minutes: number;
  readonly access?: readonly [string, number];
  readonly tools?: readonly string[];
  readonly cautions?: readonly string[];
  readonly kind?: Procedure["kind"];
  readonly question?: string;
  readonly place?: string;
  readonly preconditions?: readonly string[];
  readonly steps?: readonly string[];
  readonly points?: readonly string[];
  readonly look?: Procedure["look"];
  readonly spec?: Spec;
  readonly specs?: Procedure["specs"];
  readonly outcomes: Readonly<Record<string, readonly [label: string, effects: string]>>;
}

export function procedure(draft: Draft): Procedure {
  const { key, title, component, minutes, access, tools, cautions, spec, outcomes } = draft;
  const { kind, question, place, preconditions, steps, specs, points, look } = draft;
  return {
    key,
    title,
    component,
    minutes,
    tools: tools ?? [],
    cautions: cautions ?? [],
    spec: spec ?? null,
    kind: kind ?? "value",
    question: question ?? "",
    place: place ?? "",
    preconditions: preconditions ?? [],
    steps: steps ?? [],
    specs: specs ?? [],
    version: 1,
    points: points ?? [],
    look: look ?? null,
    proposed: false,
    pictured: [],
    applies: null,
    access: access?.[0] ?? null,
    accessMinutes: access?.[1] ?? 0,
    outcomes: Object.entries(outcomes).map(([outcome, [label, text]]) => ({
      key: outcome,
      label,
      effects: effects(text),
    })),
  };
}
