import type { CauseKey, KnownCause, Procedure } from "@/core/book";
import type { Dice } from "../random";
import type { WorldRules } from "./rules";
import type { TrueCause, TrueTest } from "./truth";

/** What tests really come to, and what the book says of them. */
export function makeTests(
  rules: WorldRules,
  causes: readonly TrueCause[],
  dice: Dice,
): { readonly tests: readonly TrueTest[]; readonly procedures: readonly Procedure[] } {
  const tests: TrueTest[] = [];
  const procedures: Procedure[] = [];
  for (const [at, aim] of causes.entries()) {
    if (!dice.is(rules.tested)) continue;
    const key = `test-${at}`;
    const siblings = causes.filter(({ system, key: own }) => system === aim.system && own !== aim.key);
    const alsoCatches = dice.is(0.35) ? dice.some(siblings, dice.whole(1, 3)) : [];
    const falseAlarm = dice.between(...rules.testFalseAlarm);
    const byCause = new Map<CauseKey, readonly number[]>();
    const sides = rules.threeOutcomes ? 2 : 1;
    /** A cause shows on one side, and seldom on the other. */
    const shown = (chance: number, side: number) =>
      sides === 1
        ? [1 - chance, chance]
        : side === 0
          ? [1 - chance, chance * 0.9, chance * 0.1]
          : [1 - chance, chance * 0.1, chance * 0.9];
    const aimSide = dice.whole(0, sides - 1);
    byCause.set(aim.key, shown(dice.between(...rules.testSensitivity), aimSide));
    const others = alsoCatches.map((cause) => ({ cause, side: dice.whole(0, sides - 1) }));
    for (const { cause, side } of others) byCause.set(cause.key, shown(dice.between(0.4, 0.85), side));
    const outcomes = sides === 1 ? ["normal", "abnormal"] : ["normal", "low", "high"];
    const otherwise = [1 - falseAlarm, ...Array.from({ length: sides }, () => falseAlarm / sides)];
    tests.push({ procedure: key, component: aim.component, outcomes, byCause, otherwise });
    procedures.push(declared(rules, { key, outcomes, aim, aimSide, others, causes }, dice));
  }
  return { tests, procedures };
}

interface Declared {
  readonly key: string;
  readonly outcomes: readonly string[];
  readonly aim: TrueCause;
  readonly aimSide: number;
  readonly others: readonly { readonly cause: TrueCause; readonly side: number }[];
  readonly causes: readonly TrueCause[];
}

/** What the book says of a test: mostly right, some of it missing, some of it wrong. */
function declared(rules: WorldRules, { key, outcomes, aim, aimSide, others, causes }: Declared, dice: Dice): Procedure {
  const of = ({ component, failure }: KnownCause) => ({ component, failure });
  const target = dice.is(rules.wrongEffects) ? dice.pick(causes) : aim;
  const missing = dice.is(rules.missingEffects);
  const strong = dice.is(rules.proving)
    ? ("proves" as const)
    : dice.is(0.6)
      ? ("confirms" as const)
      : ("supports" as const);
  const speaking = (side: number) => [
    ...(missing || side !== aimSide ? [] : [{ ...of(target), effect: strong }]),
    ...others
      .filter((each) => each.side === side && dice.is(0.8))
      .map(({ cause }) => ({ ...of(cause), effect: "supports" as const })),
  ];
  const normal = [
    ...(missing ? [] : [{ ...of(target), effect: dice.is(0.6) ? ("clears" as const) : ("weakens" as const) }]),
    ...others.filter(() => dice.is(0.5)).map(({ cause }) => ({ ...of(cause), effect: "weakens" as const })),
  ];
  return {
    key,
    title: key,
    component: aim.component,
    minutes: dice.whole(4, 30),
    access: dice.is(0.4) ? `${aim.system}-cover` : null,
    accessMinutes: 12,
    tools: [],
    cautions: [],
    kind: "value",
    question: "",
    place: "",
    preconditions: [],
    steps: [],
    pictured: [],
    points: [],
    look: null,
    spec: null,
    specs: [],
    version: 1,
    proposed: false,
    applies: null,
    outcomes: outcomes.map((outcome, at) => ({
      key: outcome,
      label: outcome,
      effects: at === 0 ? normal : speaking(at - 1),
    })),
  };
}
