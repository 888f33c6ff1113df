import "server-only";
import { EFFECT_KINDS, GRADES, PROCEDURE_KINDS } from "@/core/book";
import { CODE_STATUSES } from "@/core/codes";
import { UNITS } from "@/core/measure";
import { PART_SOURCES } from "@/core/repair";
import { UNDERSTOOD_KINDS } from "@/core/search";
import { flag, listOf, number, object, oneOf, orNull, ref, text, whole, type Schema } from "./schema";

const causeFields = { component: text, failure: text };
const vehicleFields = {
  id: text,
  make: text,
  model: text,
  year: whole,
  plate: orNull(text),
  vin: orNull(text),
  engine: orNull(text),
};
const tally = object({ added: whole, unchanged: whole, updated: whole });

/** The shapes that answers are made of, by name: JSON Schema 2020-12. What comes in is described by its own Joi schema. */
export const ANSWERS: Readonly<Record<string, Schema>> = {
  quantity: object({ value: number, unit: oneOf(UNITS) }),
  money: object({ amount: number, currency: text }),
  code: object({ code: text, "module?": orNull(text), "status?": oneOf(CODE_STATUSES) }),
  cause: object(causeFields),
  judgement: object({
    verdict: oneOf(["pass", "fail", "borderline", "cannot-judge"]),
    side: oneOf(["low", "high", "open", null]),
    value: orNull(ref("quantity")),
    low: orNull(ref("quantity")),
    high: orNull(ref("quantity")),
    reason: text,
  }),
  doubt: object({ doubt: number, triesNeeded: orNull(whole) }),
  failureCurve: object({
    vehicles: whole,
    failures: whole,
    steps: listOf(
      object({
        km: number,
        atRisk: whole,
        failures: whole,
        surviving: number,
        low: orNull(number),
        high: orNull(number),
      }),
    ),
    medianKm: orNull(number),
    b10Km: orNull(number),
    weibull: orNull(object({ shape: number, scaleKm: number, logLikelihood: number })),
    chance: orNull(number),
  }),
  suspect: object({
    ...causeFields,
    probability: number,
    because: listOf(object({ evidence: text, weight: number, text }, "Weights in nats of log odds")),
    jobs: listOf(text),
  }),
  action: {
    anyOf: [
      object({
        kind: oneOf(["test"]),
        procedure: text,
        minutes: number,
        bits: number,
        expectedMinutesAfter: number,
        why: text,
      }),
      object({
        kind: oneOf(["fix"]),
        ...causeFields,
        minutes: number,
        partsCost: ref("money"),
        expectedMinutesAfter: number,
        why: text,
      }),
    ],
  },
  deadEnd: object({
    kind: oneOf(["part", "test"]),
    "component?": text,
    "procedure?": text,
    tried: whole,
    helped: whole,
    minutesLost: number,
    costLost: ref("money"),
    jobs: listOf(text),
  }),
  advice: object({
    suspects: listOf(ref("suspect")),
    unknown: number,
    next: listOf(ref("action")),
    expectedMinutes: number,
    expectedWorkMinutes: number,
    expectedParts: ref("money"),
    unknownIn: listOf(object({ component: text, probability: number })),
    pairs: listOf(object({ causes: listOf(ref("cause")), probability: number })),
    stillOpen: listOf(text),
    wouldChange: listOf(text),
    whileThere: listOf(object({ procedure: text, title: text, minutes: number })),
    similar: listOf(object({ job: text, score: number, because: listOf(text) })),
    deadEnds: listOf(ref("deadEnd")),
    "version?": whole,
    "roads?": listOf(ref("road")),
  }),
  applies: object({
    make: orNull(text),
    models: listOf(text),
    years: orNull(listOf(whole)),
    engines: listOf(text),
    transmissions: listOf(text),
    markets: listOf(text),
  }),
  knownFailure: object({
    key: text,
    title: text,
    ...causeFields,
    applies: ref("applies"),
    odometerKm: orNull(listOf(whole)),
    evidence: oneOf(GRADES),
    symptoms: listOf(text),
    codes: listOf(text),
    confirmBy: orNull(text),
    note: text,
    grade: oneOf(GRADES),
    for: whole,
    against: whole,
    withdrawn: flag,
    withdrawnReason: orNull(text),
  }),
  proposal: object({
    ...causeFields,
    applies: ref("applies"),
    jobs: listOf(text),
    inGroup: object({ with: whole, of: whole }),
    elsewhere: object({ with: whole, of: whole }),
    rateRatioLow: number,
    pValue: number,
    qValue: number,
  }),
  repairKnown: object({
    sheet: orNull({ type: "object" }),
    takes: orNull(object({ minutes: number, access: orNull(text), accessMinutes: number, partsCost: ref("money") })),
    learnt: orNull(object({ jobs: whole, minutes: number, cost: number })),
    records: listOf(object({ source: oneOf(PART_SOURCES), fitted: whole, cameBack: whole })),
    earlier: listOf({ type: "object" }),
    mixing: listOf(object({ revision: text, runsWith: listOf(text) })),
  }),
  asked: object({
    understood: listOf(object({ text, kind: oneOf(UNDERSTOOD_KINDS), key: text })),
    rest: listOf(text),
    causes: listOf(
      object({
        ...causeFields,
        jobs: whole,
        share: number,
        medianMinutes: number,
        settledBy: listOf(text),
        probability: orNull(number),
      }),
    ),
    patterns: listOf(text),
    procedures: listOf(text),
    jobs: listOf(object({ job: text, score: number, because: listOf(text) })),
    deadEnds: listOf(ref("deadEnd")),
  }),
  road: object({
    ...causeFields,
    state: oneOf(["open", "closed", "through"]),
    probability: number,
    closedBy: orNull(text),
  }),
  vin: object({
    vin: text,
    valid: flag,
    wmi: orNull(text),
    region: orNull(text),
    modelYears: listOf(whole),
    problems: listOf(object({ position: orNull(whole), message: text })),
    checkDigit: orNull(object({ expected: orNull(text), actual: text })),
  }),
  scan: object({
    codes: listOf(ref("code")),
    monitors: orNull(
      object({
        milOn: flag,
        codeCount: whole,
        ignition: oneOf(["spark", "compression"]),
        monitors: listOf(object({ name: text, supported: flag, complete: flag })),
      }),
    ),
    vin: orNull(text),
    freezeFrame: orNull(
      object({ code: orNull(text), values: listOf(object({ name: text, value: number, unit: text })) }),
    ),
    problems: listOf(ref("inputProblem")),
  }),
  imported: object({
    jobs: tally,
    procedures: tally,
    fixes: tally,
    patterns: tally,
    symptoms: tally,
    conditions: tally,
    components: tally,
    failures: tally,
    problems: listOf(ref("inputProblem")),
  }),
  progress: object({ done: whole, of: whole }),
  health: object({ status: text, database: text, migrations: orNull(text) }),
  inputProblem: object({ path: text, message: text }),
  problem: object(
    { type: text, title: text, status: whole, detail: text, "problems?": listOf(ref("inputProblem")) },
    "RFC 9457 problem details",
  ),
  procedures: object({
    procedures: listOf(
      object({
        key: text,
        title: text,
        component: orNull(text),
        minutes: number,
        access: orNull(text),
        accessMinutes: number,
        kind: oneOf(PROCEDURE_KINDS),
        question: text,
        steps: listOf(text),
        cautions: listOf(text),
        outcomes: listOf(
          object({
            key: text,
            label: text,
            effects: listOf(object({ component: text, failure: orNull(text), effect: oneOf(EFFECT_KINDS) })),
          }),
        ),
        about: listOf(text),
      }),
    ),
  }),
  vehicles: object({
    vehicles: listOf(object({ ...vehicleFields, odometerKm: orNull(number), openJob: orNull(whole) })),
  }),
  vehicleHistory: object({
    vehicle: object(vehicleFields),
    jobs: listOf(
      object({ id: text, number: whole, openedAt: text, closedAt: orNull(text), complaint: text, outcome: text }),
    ),
    parts: listOf(object({ number: whole, at: text, by: text, component: text, name: text, resultText: text })),
  }),
  pluggedVehicles: object({
    connected: flag,
    vehicles: listOf(object({ id: text, name: text, modules: listOf(text) })),
  }),
  signedIn: object({ signedIn: flag }),
  keptFile: object({ id: text, seq: whole, name: text }),
};
