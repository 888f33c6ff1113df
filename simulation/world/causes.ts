import { causeKey, type Repair } from "@/core/book";
import type { Dice } from "../random";
import type { WorldRules } from "./rules";
import type { HotSpot, Looks, Model, TrueCause, World } from "./truth";

export const SYSTEMS = [
  "engine",
  "fuel",
  "intake",
  "exhaust",
  "charging",
  "transmission",
  "brakes",
  "electrical",
  "climate",
];
export const MODULES: Readonly<Record<string, string>> = {
  engine: "engine",
  fuel: "engine",
  intake: "engine",
  exhaust: "engine",
  charging: "engine",
  transmission: "transmission",
  brakes: "brakes",
  electrical: "body",
  climate: "body",
};
const FAILURES = ["open", "short", "sticks", "leaks", "worn", "blocked", "loose", "reads-wrong", "corroded", "noisy"];
/** Under which a cause may show itself. */
export const CONDITIONS = [
  "hot",
  "cold",
  "wet",
  "uphill",
  "motorway",
  "town",
  "idling",
  "braking",
  "turning",
  "loaded",
  "standing",
  "rough-road",
  "refuelled",
  "every-time",
  "sometimes",
  "suddenly",
  "gradually",
  "pulling-away",
  "in-gear",
  "lights-on",
];
/** Complaints of a system: few, so that each has many causes. */
const SYMPTOMS_EACH = 3;

/** Every complaint that is told of in this world. */
export const symptomsOfWorld = (): readonly string[] =>
  SYSTEMS.flatMap((system) => Array.from({ length: SYMPTOMS_EACH }, (_, at) => `${system}-symptom-${at}`));

/** By system: its circuits, each a list of codes. */
export function makeCircuits(dice: Dice): World["circuits"] {
  const letters: Record<string, string> = { transmission: "P", brakes: "C", electrical: "B", climate: "B" };
  return new Map(
    SYSTEMS.map((system, nth) => [
      system,
      Array.from({ length: 4 }, (_, circuit) =>
        Array.from(
          { length: dice.whole(2, 4) },
          (_, at) => `${letters[system] ?? "P"}0${nth}${circuit.toString(16).toUpperCase()}${at}`,
        ),
      ),
    ]),
  );
}

/** What can be wrong in this world, how often, on which vehicles, and how it shows. */
export function makeCauses(
  rules: WorldRules,
  fleet: readonly Model[],
  circuits: World["circuits"],
  dice: Dice,
): readonly TrueCause[] {
  const byFailure = new Map(FAILURES.map((failure) => [failure, dice.some(CONDITIONS, dice.whole(2, 4))]));
  return Array.from({ length: rules.components }, (_, nth) => {
    const system = dice.pick(SYSTEMS);
    const component = `${system}-part-${nth}`;
    return dice.some(FAILURES, dice.whole(2, 3)).map((failure) => {
      const cause = { component, failure, key: causeKey({ component, failure }), system };
      const looks = makeLooks({ rules, circuits }, system, byFailure.get(failure) ?? [], dice);
      const repair: Repair = {
        component,
        failure,
        minutes: dice.whole(15, 150),
        access: dice.is(0.4) ? `${system}-cover` : null,
        accessMinutes: 12,
        partsCost: { amount: Math.round(Math.exp(dice.between(1.5, 5.3))), currency: "EUR" },
      };
      return {
        ...cause,
        rate: Math.exp(rules.spread * dice.normal()),
        hot: makeHot(rules, fleet, dice),
        looks,
        repair,
      };
    });
  }).flat();
}

function makeHot(rules: WorldRules, fleet: readonly Model[], dice: Dice): HotSpot | null {
  if (!dice.is(rules.hotShare)) return null;
  const model = dice.pick(fleet);
  const from = dice.whole(20_000, 160_000);
  const byEngine = dice.is(0.6);
  return {
    engine: byEngine ? dice.pick(model.engines) : null,
    model: byEngine ? null : model.model,
    odometerKm: dice.is(rules.windowShare) ? [from, from + dice.whole(40_000, 90_000)] : null,
    times: dice.between(...rules.hotTimes),
  };
}

/** Chances of what a cause in this system shows, partly by how it failed and partly its own. */
export function makeLooks(
  { rules, circuits }: Pick<World, "rules" | "circuits">,
  system: string,
  failureConditions: readonly string[],
  dice: Dice,
): Looks {
  const main = `${system}-symptom-${dice.whole(0, SYMPTOMS_EACH - 1)}`;
  const symptoms = new Map([[main, dice.between(0.65, 0.95)]]);
  for (let more = dice.whole(0, 2); more > 0; more--)
    symptoms.set(`${system}-symptom-${dice.whole(0, SYMPTOMS_EACH - 1)}`, dice.between(0.15, 0.5));
  if (dice.is(0.25))
    symptoms.set(`${dice.pick(SYSTEMS)}-symptom-${dice.whole(0, SYMPTOMS_EACH - 1)}`, dice.between(0.1, 0.4));
  const conditions = new Map<string, number>();
  for (const condition of failureConditions)
    if (dice.is(rules.conditionsByFailure)) conditions.set(condition, rules.conditionsTell * dice.between(0.5, 0.9));
  for (const condition of dice.some(CONDITIONS, dice.whole(1, 3)))
    conditions.set(condition, Math.max(conditions.get(condition) ?? 0, rules.conditionsTell * dice.between(0.3, 0.8)));
  const circuit = dice.pick(circuits.get(system) ?? [[]]);
  return {
    symptoms,
    conditions,
    circuit,
    module: MODULES[system] ?? "engine",
    setsCodes: dice.is(rules.coded) ? dice.between(0.3, 0.9) : 0.03,
  };
}
