import { subDays, setHours, setMinutes } from "date-fns";
import type { Procedure } from "@/core/book";
import type { Reading, Spec } from "@/core/measure";
import { REPAIRS, PROCEDURES } from "./book";
import { KINDS, type Kind } from "./kinds";
import { JobPlayer, type Stage } from "./play";
import { seeded, type Chance } from "./random";
import { makeVehicle, SHOP, type PersonName } from "./world";

const JOBS = 60;
const SEED = 4310;
const OLDEST_DAYS = 420;
const HANDS: readonly PersonName[] = ["Ilka Venn", "Tomas Orrel"];
const YEARS: readonly [number, number] = [2014, 2023];

/** The lighter jobs, dealt with a fixed seed, oldest first. */
export async function playGenerated(stage: Stage, now: Date, onJob: () => void): Promise<void> {
  const chance = seeded(SEED);
  const hat = KINDS.flatMap((kind) => Array.from({ length: kind.weight }, () => kind));
  for (let number = 0; number < JOBS; number++) {
    const daysAgo = Math.round(OLDEST_DAYS - (number * (OLDEST_DAYS - 12)) / JOBS);
    const at = setMinutes(setHours(subDays(now, daysAgo), chance.whole(7, 13)), chance.whole(0, 59));
    await playOne(stage, `generated/${number}`, { kind: chance.pick(hat), at, number, chance });
    onJob();
  }
}

interface Deal {
  readonly kind: Kind;
  readonly at: Date;
  readonly number: number;
  readonly chance: Chance;
}

async function playOne(stage: Stage, name: string, { kind, at, number, chance }: Deal): Promise<void> {
  const by = chance.pick(HANDS);
  const vehicle = makeVehicle(chance.pick(kind.models), chance.whole(...YEARS), number, chance);
  const symptoms = kind.symptoms
    .filter(([, often]) => chance.is(often))
    .map(([key, , conditions]) => ({
      key,
      conditions: conditions.filter(([, often]) => chance.is(often)).map(([condition]) => condition),
    }));
  const main = kind.symptoms[0];
  if (!symptoms.length && main) symptoms.push({ key: main[0], conditions: [] });
  const codes = kind.codes
    .filter(([, , often]) => chance.is(often))
    .map(([code, module]) => ({ code, module, status: "stored" }));
  const modulesRead = ["engine", "brakes", "body", "network"];
  const job = await JobPlayer.open(stage, name, {
    by: "Maret Sundby",
    at,
    input: {
      vehicle,
      odometerKm: Math.round(chance.whole(...kind.km) / 10) * 10,
      complaint: chance.pick(kind.complaints),
      symptoms,
    },
  });
  await job.record("record-scan", by, chance.whole(4, 8), { codes, modulesRead });
  await confirmAndClear(job, by, codes, seeded(CONFIRM_SEED + number));
  await playWork(job, by, { kind, codes }, chance);
}

const CONFIRM_SEED = 9000;

/** Some shops confirm and clear every time; this one about every other. */
async function confirmAndClear(
  job: JobPlayer,
  by: PersonName,
  codes: readonly { readonly code: string; readonly module: string }[],
  chance: Chance,
): Promise<void> {
  if (chance.is(0.5))
    await job.record("confirm-complaint", by, chance.whole(4, 14), {
      result: chance.is(0.7) ? "reproduced" : "sometimes",
    });
  if (codes.length && chance.is(0.4))
    await job.record("record-clear", by, chance.whole(4, 9), {
      returns: codes.map(({ code, module }) => ({
        code,
        module,
        returned: chance.pick(["at-once", "key-cycle", "drive"]),
      })),
    });
}

async function playWork(
  job: JobPlayer,
  by: PersonName,
  { kind, codes }: Pick<Worked, "kind" | "codes">,
  chance: Chance,
): Promise<void> {
  const run: string[] = [];
  const vain = kind.vain.find(([, often]) => chance.is(often));
  if (vain) await fit(job, by, { cause: vain[0], result: "no-change" }, chance);
  for (const [key, outcome, often] of kind.tests)
    if (chance.is(often)) {
      run.push(key);
      const procedure = procedureOf(key);
      const minutes = procedure.minutes + procedure.accessMinutes + chance.whole(-2, 5);
      await job.record("record-test", by, Math.max(3, minutes), {
        procedure: key,
        outcome,
        ...measured(procedure, outcome, chance),
      });
    }
  await fit(job, by, { cause: kind.cause, result: "fixed" }, chance);
  const [component, failure] = kind.cause.split("/");
  // On such a job nobody has the time to ask what seized it.
  const reason = failure === "seized" ? { state: "not-looked", text: "" } : null;
  await job.record("record-finding", by, 1, { result: "root-cause", causes: [{ component, failure, reason }] });
  await prove(job, by, { kind, run, codes }, chance);
}

/** The test that spoke for the cause, once more after the repair: it passes. */
async function testAgain(
  job: JobPlayer,
  by: PersonName,
  { kind, run, seed }: Pick<Worked, "kind" | "run"> & { readonly seed: number },
): Promise<void> {
  const chance = seeded(seed);
  const [component] = kind.cause.split("/");
  const speaks = (effect: string) => effect === "proves" || effect === "confirms" || effect === "supports";
  for (const key of run) {
    const procedure = procedureOf(key);
    const ofCause = (outcome: Procedure["outcomes"][number]) =>
      outcome.effects.filter((each) => each.component === component);
    const spoke = kind.tests.some(
      ([own, chosen]) =>
        own === key &&
        procedure.outcomes.some((each) => each.key === chosen && ofCause(each).some(({ effect }) => speaks(effect))),
    );
    const good = procedure.outcomes.find(
      (each) =>
        each.key === "in-spec" && ofCause(each).length > 0 && ofCause(each).every(({ effect }) => !speaks(effect)),
    );
    // What is wanted on this variant, or at this temperature, only stories go into.
    const isPlain = procedure.kind === "value" && !procedure.specs.length && procedure.spec?.perKelvin === undefined;
    if (!spoke || !good || !isPlain) continue;
    await job.record("record-test", by, chance.whole(4, 10), {
      procedure: key,
      outcome: good.key,
      ...measured(procedure, good.key, chance),
    });
    return;
  }
}

interface Worked {
  readonly kind: Kind;
  /** The tests that were run. */
  readonly run: readonly string[];
  readonly codes: readonly { readonly code: string; readonly module: string }[];
}

async function prove(job: JobPlayer, by: PersonName, { kind, run, codes }: Worked, chance: Chance): Promise<void> {
  if (chance.is(0.7)) await testAgain(job, by, { kind, run, seed: chance.whole(4, 10) });
  // Whatever is dealt after it stays as it is, whether there is anything to clear or not.
  const clears = kind.codes.length > 0 && chance.is(0.7);
  if (clears && codes.length) await job.clearAndRead(by, 2, [...new Set(codes.map(({ module }) => module))]);
  await job.drive(by, chance.whole(10, 20), "");
  await job.finish(by, { reason: "Customer was waiting; the rest at the follow-up." });
  job.wait(60 * 24 * 9);
  const back = chance.is(0.02);
  if (back || chance.is(0.55))
    await job.record("record-proof", "Ilka Venn", 3, { step: "follow-up", result: back ? "came-back" : "held" });
}

interface Fitting {
  readonly cause: string;
  readonly result: "fixed" | "no-change";
}

async function fit(job: JobPlayer, by: PersonName, { cause, result }: Fitting, chance: Chance): Promise<void> {
  const [component = "", failure = ""] = cause.split("/");
  const known = REPAIRS.find((repair) => repair.component === component && repair.failure === failure);
  const minutes = (known?.minutes ?? 60) + (known?.accessMinutes ?? 0) + chance.whole(-4, 12);
  const cost = { amount: known?.partsCost.amount ?? 90, currency: SHOP.currency };
  const partNumber = cost.amount > 0 ? `${component.slice(0, 2).toUpperCase()}-${chance.whole(10_000, 99_999)}` : null;
  await job.record("record-part", by, minutes, { component, failure, partNumber, source: "new-maker", cost, result });
}

function procedureOf(key: string): Procedure {
  const found = PROCEDURES.find((procedure) => procedure.key === key);
  if (!found) throw new Error(`demo: there is no procedure ${key}`);
  return found;
}

/** A reading that fits the outcome. */
function measured(procedure: Procedure, outcome: string, chance: Chance): { readings?: unknown; context?: unknown } {
  const { spec, kind } = procedure;
  // What is compared or recorded is told by its outcome; only stories go into its readings.
  if (!spec || kind !== "value") return {};
  if (outcome === "open") return { readings: [{ label: "cylinder 3", reading: { open: true } }] };
  if (spec.kind === "supply") {
    const supply = { value: 12.4, unit: "V" };
    const drop = outcome === "in-spec" ? 0.2 : 4.5;
    return { readings: [{ label: "rail", reading: { value: round(12.4 - drop, 2), unit: "V" } }], context: { supply } };
  }
  return { readings: [{ label: "", reading: inRange(spec, outcome, chance) }] };
}

function inRange(spec: Spec, outcome: string, chance: Chance): Reading {
  if (spec.kind !== "range") throw new Error("demo: only ranges are dealt");
  const unit = (spec.low ?? spec.high)?.unit ?? "V";
  const low = spec.low?.value ?? 0;
  const high = spec.high?.value ?? low * 1.3;
  const inside = low + (high - low) * (0.25 + chance.next() * 0.5);
  if (outcome === "in-spec") return { value: round(inside, 2), unit };
  const below = outcome === "low" && spec.low;
  return { value: round(below ? low * 0.6 : high * (1.6 + chance.next()), 2), unit };
}

function round(value: number, digits: number): number {
  return Number(value.toFixed(digits));
}

export const GENERATED_JOBS = JOBS;
