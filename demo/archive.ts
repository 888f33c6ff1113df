import { addDays, addMinutes, subDays } from "date-fns";
import { KINDS, type Kind } from "./kinds";
import { PROCEDURES, REPAIRS } from "./book";
import { seeded, type Chance } from "./random";
import { makeVehicle, MODELS, SHOP, type DemoVehicle, type ModelKey } from "./world";

/** The lighter jobs of the years before: a fleet whose vehicles come back, dealt with a fixed seed, as a casebook. */

const VEHICLES = 76;
export const ARCHIVED_JOBS = 340;
const SEED = 2207;
/** Vehicle numbers of the archive; the stories and the jobs that are played have others. */
const FIRST_NUMBER = 2000;
const [OLDEST_DAYS, NEWEST_DAYS] = [1400, 440];
const YEARS: readonly [number, number] = [2013, 2021];
const DAYS_A_MONTH = 30;

/** What was kept elsewhere was kept sloppily: so much of what a customer told, and of what a scan said, is in it. */
const TOLD = 0.35;

/** How often something was noted that the cause does not bring, and what. */
const BESIDE = 0.6;
const ANY_CONDITION = [
  "hot",
  "hot",
  "cold",
  "motorway",
  "uphill",
  "loaded",
  "sometimes",
  "clears-with-restart",
] as const;
/** The vane actuators of those years were a bad lot. */
const OFTEN_THEN = "boost-actuator/sticking";

interface FleetVehicle {
  readonly key: ModelKey;
  readonly vehicle: DemoVehicle;
  /** Its odometer on the oldest day. */
  readonly startKm: number;
  readonly kmAMonth: number;
}

/** A casebook of jobs on the fleet, from four years ago up to where the played jobs begin. */
export function archive(now: Date): object {
  const chance = seeded(SEED);
  const models = Object.keys(MODELS) as ModelKey[];
  const fleet = Array.from({ length: VEHICLES }, (_, at): FleetVehicle => {
    const key = chance.pick(models);
    return {
      key,
      vehicle: makeVehicle(key, chance.whole(...YEARS), FIRST_NUMBER + at, chance),
      startKm: chance.whole(20, 130) * 1000,
      kmAMonth: chance.whole(8, 26) * 100,
    };
  });
  const jobs = Array.from({ length: ARCHIVED_JOBS }, (_, at) => {
    const share = at / ARCHIVED_JOBS;
    const daysAgo = Math.round(OLDEST_DAYS - share * (OLDEST_DAYS - NEWEST_DAYS));
    return dealJob(fleet, { at: subDays(now, daysAgo), daysAgo, share, number: at }, chance);
  });
  return { format: "dead-ends/casebook", version: 1, procedures: [], fixes: [], patterns: [], jobs };
}

interface When {
  readonly at: Date;
  readonly daysAgo: number;
  /** 0 for the oldest job, up to 1: the shop tries less in vain as it goes. */
  readonly share: number;
  readonly number: number;
}

function dealJob(fleet: readonly FleetVehicle[], when: When, chance: Chance): object {
  const { vehicle, kind, odometerKm } = dealVisit(fleet, when, chance);
  const symptoms = kind.symptoms
    .filter(([, often], at) => chance.is(at ? often * TOLD : often))
    .map(([key, , conditions]) => ({
      key,
      conditions: [
        ...new Set([
          ...conditions.filter(([, often]) => chance.is(often * TOLD)).map(([condition]) => condition),
          ...(chance.is(BESIDE) ? [chance.pick(ANY_CONDITION)] : []),
        ]),
      ],
    }));
  const main = kind.symptoms[0];
  if (!symptoms.length && main) symptoms.push({ key: main[0], conditions: [] });
  const codes = kind.codes
    .filter(([, , often]) => chance.is(often * TOLD))
    .map(([code, module]) => ({ code, module, status: "stored" }));
  const inVain = kind.vain.filter(([, often]) => chance.is(Math.min(0.9, often * (2 - 1.2 * when.share))));
  const tests = kind.tests.filter(([, , often]) => chance.is(often));
  const hours = chance.whole(2, 6);
  const [component, failure] = kind.cause.split("/");
  const held = chance.is(0.9);
  const proof = [
    ...(chance.is(0.8)
      ? [{ step: "road-test", result: "held", at: addMinutes(when.at, hours * 60).toISOString() }]
      : []),
    ...(chance.is(0.6)
      ? [{ step: "follow-up", result: held ? "held" : "came-back", at: addDays(when.at, 12).toISOString() }]
      : []),
  ];
  const { make, model, year, engine, transmission, drive, market, vin } = vehicle;
  return {
    key: `archive-${when.number}`,
    openedAt: when.at.toISOString(),
    closedAt: addMinutes(when.at, hours * 60).toISOString(),
    vehicle: { make, model, year, engine, transmission, drive, market, vin },
    odometerKm,
    complaint: chance.pick(kind.complaints),
    symptoms,
    codes,
    modulesScanned: ["engine", "brakes", "body"],
    tests: tests.map(([procedure, outcome]) => ({
      procedure,
      outcome,
      minutes: slower(PROCEDURES.find(({ key }) => key === procedure)?.minutes ?? 12, when.share, chance),
    })),
    parts: [...inVain.map(([cause]) => [cause, "no-change"] as const), [kind.cause, "fixed"] as const].map(
      ([cause, result]) => fitted(cause, result, { share: when.share, chance }),
    ),
    finding: { result: "root-cause", causes: [{ component, failure }] },
    proof,
  };
}

/** A vehicle of the fleet with a kind of failure that comes at its odometer by then. */
function dealVisit(fleet: readonly FleetVehicle[], { daysAgo }: When, chance: Chance) {
  for (;;) {
    const { key, vehicle, startKm, kmAMonth } = chance.pick(fleet);
    const months = (OLDEST_DAYS - daysAgo) / DAYS_A_MONTH;
    const odometerKm = Math.round((startKm + months * kmAMonth) / 10) * 10;
    const fitting = KINDS.filter(
      ({ models, km }) => models.includes(key) && odometerKm >= km[0] && odometerKm <= km[1],
    ).flatMap((kind) => Array.from({ length: kind.cause === OFTEN_THEN ? 3 * kind.weight : kind.weight }, () => kind));
    if (fitting.length) return { vehicle, odometerKm, kind: chance.pick(fitting) satisfies Kind };
  }
}

/** Early on everything takes longer. */
const slower = (minutes: number, share: number, chance: Chance) =>
  Math.max(3, Math.round(minutes * (1.5 - 0.5 * share)) + chance.whole(-2, 6));

function fitted(
  cause: string,
  result: "fixed" | "no-change",
  { share, chance }: { readonly share: number; readonly chance: Chance },
): object {
  const [component, failure] = cause.split("/");
  const repair = REPAIRS.find((each) => each.component === component && each.failure === failure);
  return {
    component,
    failure,
    source: chance.is(0.8) ? "new-maker" : "used",
    minutes: slower((repair?.minutes ?? 45) + (repair?.accessMinutes ?? 0), share, chance),
    cost: { amount: repair?.partsCost.amount ?? 40, currency: SHOP.currency },
    result,
  };
}
