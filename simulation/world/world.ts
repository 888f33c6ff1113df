import { causeKey, type CauseKey, type Repair, type KnownCause, type Pattern, type Procedure } from "@/core/book";
import type { Vehicle } from "@/core/vehicle";
import { Dice } from "../random";
import type { WorldRules } from "./rules";

/** What is true of a simulated world. The engine sees only the book and the recorded jobs. */
export interface World {
  readonly rules: WorldRules;
  readonly fleet: readonly Model[];
  readonly causes: readonly TrueCause[];
  readonly tests: readonly TrueTest[];
  readonly conditions: readonly string[];
  readonly symptoms: readonly string[];
  /** By system: its circuits, each a list of codes. */
  readonly circuits: ReadonlyMap<string, readonly (readonly string[])[]>;
  readonly book: WrittenBook;
}

/** What the shop has written down, right and wrong. */
export interface WrittenBook {
  readonly causes: readonly KnownCause[];
  readonly procedures: readonly Procedure[];
  readonly repairs: readonly Repair[];
  readonly patterns: readonly Pattern[];
}

interface Model {
  readonly make: string;
  readonly model: string;
  readonly engines: readonly string[];
  readonly transmission: string;
  readonly share: number;
}

interface HotSpot {
  readonly engine: string | null;
  readonly model: string | null;
  readonly odometerKm: readonly [number, number] | null;
  readonly times: number;
}

/** How a cause really shows itself: chances of what is told and of what is set. */
export interface Looks {
  readonly symptoms: ReadonlyMap<string, number>;
  readonly conditions: ReadonlyMap<string, number>;
  /** The circuit whose codes it sets, how often, and which of them more. */
  readonly circuit: readonly string[];
  /** The control module that holds them. */
  readonly module: string;
  readonly setsCodes: number;
}

export interface TrueCause extends KnownCause {
  readonly rate: number;
  readonly hot: HotSpot | null;
  readonly looks: Looks;
  readonly repair: Repair;
}

export interface TrueTest {
  readonly procedure: string;
  /** What it tests: a fault of it that nobody has written down shows itself to whoever does. */
  readonly component: string;
  readonly outcomes: readonly string[];
  /** How often each outcome shows, by cause, the normal one first; what is not named behaves like `otherwise`. */
  readonly byCause: ReadonlyMap<CauseKey, readonly number[]>;
  readonly otherwise: readonly number[];
}

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
const CONDITIONS = [
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
const KM_MOST = 280_000;
/** Complaints of a system: few, so that each has many causes. */
const SYMPTOMS_EACH = 3;

export function makeWorld(rules: WorldRules, seed: number): World {
  const dice = new Dice(seed * 7919 + 17);
  const fleet = makeFleet(rules, dice.fork(1));
  const symptoms = SYSTEMS.flatMap((system) =>
    Array.from({ length: SYMPTOMS_EACH }, (_, at) => `${system}-symptom-${at}`),
  );
  const circuits = makeCircuits(dice.fork(2));
  const causes = makeCauses(rules, fleet, circuits, dice.fork(3));
  const { tests, procedures } = makeTests(rules, causes, dice.fork(4));
  const patterns = makePatterns(rules, causes, dice.fork(5));
  const known = causes.map(({ component, failure, key, system }) => ({ component, failure, key, system }));
  const repairs = causes.map(({ repair }) => repair);
  const book = { causes: known, procedures, repairs, patterns };
  return { rules, fleet, causes, tests, conditions: CONDITIONS, symptoms, circuits, book };
}

function makeFleet({ models, engines }: WorldRules, dice: Dice): readonly Model[] {
  const engineNames = Array.from({ length: engines }, (_, at) => `E${at}`);
  return Array.from({ length: models }, (_, at) => ({
    make: `Make ${at % 5}`,
    model: `Model ${at}`,
    engines: dice.some(engineNames, dice.whole(1, 3)),
    transmission: `T${dice.whole(0, 6)}`,
    share: 1 / (1 + at * 0.4),
  }));
}

function makeCircuits(dice: Dice): World["circuits"] {
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

function makeCauses(
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
  return {
    ...(dice.is(0.6) ? { engine: dice.pick(model.engines), model: null } : { engine: null, model: model.model }),
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

function makeTests(
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

/** About a third of the hot spots have got about; some hearsay is wrong. */
function makePatterns({ rumours }: WorldRules, causes: readonly TrueCause[], dice: Dice): readonly Pattern[] {
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

/** How frequent each cause is on one vehicle: sums to 1. */
export function trueRates({ causes }: World, vehicle: Vehicle, odometerKm: number): Float64Array {
  const rates = Float64Array.from(causes, ({ rate, hot }) => {
    const isHot =
      hot &&
      (hot.engine === null || hot.engine === vehicle.engine) &&
      (hot.model === null || hot.model === vehicle.model) &&
      (hot.odometerKm === null || (odometerKm >= hot.odometerKm[0] && odometerKm < hot.odometerKm[1]));
    return isHot ? rate * hot.times : rate;
  });
  const sum = rates.reduce((a, b) => a + b, 0);
  return rates.map((rate) => rate / sum);
}

export function dealVehicle({ fleet }: World, dice: Dice): { readonly vehicle: Vehicle; readonly odometerKm: number } {
  const model = fleet[dice.weighted(fleet.map(({ share }) => share))] ?? dice.pick(fleet);
  const age = dice.whole(1, 12);
  return {
    vehicle: {
      make: model.make,
      model: model.model,
      year: 2025 - age,
      engine: dice.pick(model.engines),
      transmission: model.transmission,
      drive: "front",
      market: dice.pick(["hill", "coast"]),
    },
    odometerKm: Math.min(KM_MOST, Math.round(age * dice.between(8000, 26_000))),
  };
}
