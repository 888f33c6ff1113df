import type { FaultCode } from "@/core/codes";
import type { Symptom } from "@/core/diagnosis";
import type { Vehicle } from "@/core/vehicle";
import type { Dice } from "../random";
import { dealVehicle, makeLooks, MODULES, SYSTEMS, trueRates, type Looks, type TrueCause, type World } from "./world";

/** A vehicle with its fault, and what can be seen of it before anybody measures. */
export interface TrueJob {
  readonly vehicle: Vehicle;
  readonly odometerKm: number;
  /** One cause, or two at once; empty where the cause is none that anybody has written down. */
  readonly causes: readonly TrueCause[];
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
  const draw = () => world.causes[dice.weighted(rates)] as TrueCause;
  const unseen = dice.is(world.rules.neverSeen);
  const first = draw();
  const second = dice.is(world.rules.pairs) ? draw() : null;
  const causes = unseen ? [] : second && second.key !== first.key ? [first, second] : [first];
  const looks = unseen ? [strangeLooks(world, dice)] : causes.map((cause) => cause.looks);
  const modulesScanned = Object.entries(SCANNED).flatMap(([module, often]) => (dice.is(often) ? [module] : []));
  return {
    ...{ vehicle, odometerKm, causes, modulesScanned },
    symptoms: tell(world, looks, dice),
    codes: codesOf(world, looks, dice).filter(({ module }) => modulesScanned.includes(module ?? "")),
  };
}

/** A fault that nobody has seen shows itself somehow, as any other of its system would. */
export function strangeLooks(world: World, dice: Dice): Looks {
  return makeLooks(world, dice.pick(SYSTEMS), dice.some(world.conditions, 2), dice);
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

/** How often a job looks like this where it has this cause: the truth, for who knows it. Natural logarithm. */
export function logLooks(
  { rules, conditions: every }: World,
  job: Pick<TrueJob, "symptoms" | "codes" | "modulesScanned">,
  look: Looks,
): number {
  const told = new Set(job.symptoms.map(({ key }) => key));
  const under = new Set(job.symptoms.flatMap(({ conditions }) => conditions));
  let log = 0;
  const most = Math.max(...look.symptoms.values());
  for (const [symptom, chance] of look.symptoms)
    // Somebody who tells nothing of it tells the main thing.
    log += Math.log(told.has(symptom) ? Math.max(chance, chance === most ? 0.9 : 0) : 1 - chance);
  for (const symptom of told) if (!look.symptoms.has(symptom)) log += Math.log(rules.noise / 45);
  for (const condition of every) {
    const chance = 1 - (1 - (look.conditions.get(condition) ?? 0) * TOLD) * (1 - rules.noise * 0.6);
    log += Math.log(under.has(condition) ? chance : 1 - chance);
  }
  const set = new Map(job.codes.map(({ code, status }) => [code, status]));
  const [first] = look.circuit;
  if (first !== undefined && job.modulesScanned.includes(look.module)) {
    const live = (code: string) => (set.get(code) ?? "history") !== "history";
    log += Math.log(live(first) ? look.setsCodes : 1 - look.setsCodes);
    if (live(first))
      for (const code of look.circuit.slice(1))
        log += Math.log(live(code) ? rules.circuitTogether : 1 - rules.circuitTogether);
  }
  for (const [code, status] of set) if (status !== "history" && !look.circuit.includes(code)) log += Math.log(0.004);
  return log;
}
