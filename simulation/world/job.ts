import { item } from "@/core/place";
import type { FaultCode } from "@/core/codes";
import type { Symptom } from "@/core/case";
import type { Vehicle } from "@/core/vehicle";
import type { Dice } from "../random";
import { dealVehicle } from "./fleet";
import { makeLooks, MODULES } from "./causes";
import { trueRates } from "./world";
import type { Looks, TrueCause, World } from "./truth";

/** A vehicle with its fault, and what can be seen of it before anybody measures. */
export interface TrueJob {
  readonly vehicle: Vehicle;
  readonly odometerKm: number;
  /** One cause, or two at once; empty where the cause is none that anybody has written down. */
  readonly causes: readonly TrueCause[];
  /** The component that fails in a way nobody has written down; null where the cause is known. */
  readonly strange: string | null;
  readonly symptoms: readonly Symptom[];
  readonly codes: readonly FaultCode[];
  readonly modulesScanned: readonly string[];
}

const SCANNED: Readonly<Record<string, number>> = { engine: 0.92, transmission: 0.6, brakes: 0.7, body: 0.6 };
const OLD_CODE = 0.08;
const TOLD = 0.85;

export function dealJob(world: World, dice: Dice): TrueJob {
  const { vehicle, odometerKm } = dealVehicle(world, dice);
  const rates = trueRates(world, vehicle, odometerKm);
  const draw = () => item(world.causes, dice.weighted(rates));
  const unseen = dice.is(world.rules.neverSeen);
  const first = draw();
  const second = dice.is(world.rules.pairs) ? draw() : null;
  const causes = unseen ? [] : second && second.key !== first.key ? [first, second] : [first];
  const strange = unseen ? dice.pick(testedParts(world)) : null;
  const looks = strange ? [strangeLooks(world, strange.system, dice)] : causes.map((cause) => cause.looks);
  const modulesScanned = Object.entries(SCANNED).flatMap(([module, often]) => (dice.is(often) ? [module] : []));
  return {
    vehicle,
    odometerKm,
    causes,
    modulesScanned,
    strange: strange?.component ?? null,
    symptoms: tell(world, looks, dice),
    codes: codesOf(world, looks, dice).filter(({ module }) => modulesScanned.includes(module ?? "")),
  };
}

/** A fault that nobody has seen shows itself somehow, as any other of its system would. */
export function strangeLooks(world: World, system: string, dice: Dice): Looks {
  return makeLooks(world, system, dice.some(world.conditions, 2), dice);
}

/** Components that somebody can test, each once, with their systems. */
export function testedParts({
  tests,
  causes,
}: World): readonly { readonly component: string; readonly system: string }[] {
  const systems = new Map(causes.map(({ component, system }) => [component, system]));
  return [...new Set(tests.map(({ component }) => component))].map((component) => ({
    component,
    system: systems.get(component) ?? "engine",
  }));
}

function tell(
  { rules, symptoms: all, conditions: every }: World,
  looks: readonly Looks[],
  dice: Dice,
): readonly Symptom[] {
  const symptoms = new Set<string>();
  const conditions = new Set<string>();
  for (const look of looks) {
    const main = [...look.symptoms.keys()][0] ?? "";
    for (const [symptom, chance] of look.symptoms) if (dice.is(chance)) symptoms.add(symptom);
    // Nobody comes without a complaint.
    if (![...look.symptoms.keys()].some((symptom) => symptoms.has(symptom))) symptoms.add(main);
    for (const [condition, chance] of look.conditions) if (dice.is(chance * TOLD)) conditions.add(condition);
  }
  if (dice.is(rules.noise)) symptoms.add(dice.pick(all));
  for (const condition of every) if (dice.is(rules.noise * 0.6)) conditions.add(condition);
  return [...symptoms].map((key, at) => ({ key, conditions: at === 0 ? [...conditions] : [] }));
}

function codesOf({ rules, circuits }: World, looks: readonly Looks[], dice: Dice): readonly FaultCode[] {
  const found = new Map<string, FaultCode>();
  const add = (code: string, status: FaultCode["status"]) =>
    found.set(code, { code, module: moduleOf(circuits, code), status });
  for (const { circuit, setsCodes } of looks) {
    if (!dice.is(setsCodes)) continue;
    const [first, ...rest] = circuit;
    if (first) add(first, dice.is(0.8) ? "stored" : "pending");
    for (const code of rest) if (dice.is(rules.circuitTogether)) add(code, dice.is(0.8) ? "stored" : "pending");
  }
  if (dice.is(OLD_CODE)) {
    const code = dice.pick(dice.pick([...circuits.values()].flat()));
    if (!found.has(code)) add(code, "history");
  }
  return [...found.values()];
}

function moduleOf(circuits: World["circuits"], code: string): string {
  for (const [system, own] of circuits)
    if (own.some((circuit) => circuit.includes(code))) return MODULES[system] ?? "engine";
  throw new Error(`simulated world: ${code} belongs to no circuit`);
}

/** How often a job looks like this with these looks at once: the truth, for who knows it. Natural logarithm. */
export function logLooks(
  { rules, conditions: every }: World,
  job: Pick<TrueJob, "symptoms" | "codes" | "modulesScanned">,
  looks: readonly Looks[],
): number {
  const told = new Set(job.symptoms.map(({ key }) => key));
  const under = new Set(job.symptoms.flatMap(({ conditions }) => conditions));
  let log = 0;
  const hidden = new Map<string, number>();
  for (const look of looks) {
    const [main] = look.symptoms.keys();
    for (const [symptom, chance] of look.symptoms) {
      // Somebody who tells nothing of it tells the main thing.
      const told = symptom === main ? chance + (1 - chance) * silence(look, symptom) : chance;
      hidden.set(symptom, (hidden.get(symptom) ?? 1) * (1 - told));
    }
  }
  for (const [symptom, chance] of hidden) log += Math.log(Math.max(1e-4, told.has(symptom) ? 1 - chance : chance));
  for (const symptom of told) if (!hidden.has(symptom)) log += Math.log(rules.noise / 27);
  for (const condition of every) {
    const shown = looks.reduce((rest, look) => rest * (1 - (look.conditions.get(condition) ?? 0) * TOLD), 1);
    const chance = 1 - shown * (1 - rules.noise * 0.6);
    log += Math.log(under.has(condition) ? chance : 1 - chance);
  }
  return log + logCodes(rules, job, looks);
}

/** How often none of the other symptoms is told. */
function silence({ symptoms }: Looks, but: string): number {
  let chance = 1;
  for (const [symptom, own] of symptoms) if (symptom !== but) chance *= 1 - own;
  return chance;
}

function logCodes(
  { circuitTogether }: World["rules"],
  { codes, modulesScanned }: Pick<TrueJob, "codes" | "modulesScanned">,
  looks: readonly Looks[],
): number {
  const live = new Set(codes.filter(({ status }) => status !== "history").map(({ code }) => code));
  const explained = new Set<string>();
  let log = 0;
  for (const { circuit, module, setsCodes } of looks) {
    const [first, ...rest] = circuit;
    if (first === undefined || !modulesScanned.includes(module) || explained.has(first)) continue;
    for (const code of circuit) explained.add(code);
    log += Math.log(live.has(first) ? setsCodes : 1 - setsCodes);
    if (live.has(first))
      for (const code of rest) log += Math.log(live.has(code) ? circuitTogether : 1 - circuitTogether);
  }
  for (const code of live) if (!explained.has(code)) log += Math.log(0.004);
  return log;
}
