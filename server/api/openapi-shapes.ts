import "server-only";
import { CODE_STATUSES } from "@/core/codes";
import { EFFECT_KINDS, GRADES, OFTENNESS, PROCEDURE_KINDS } from "@/core/book";
import { FINDINGS, PART_RESULTS, PART_SOURCES } from "@/core/job";
import { UNITS } from "@/core/measure";
import { PROOF_STEPS } from "@/core/proof";

/** A schema of the description. */
export type Schema = Readonly<Record<string, unknown>>;

export const ref = (name: string): Schema => ({ $ref: `#/components/schemas/${name}` });
export const text = { type: "string" };
export const number = { type: "number" };
export const whole = { type: "integer" };
const flag = { type: "boolean" };
export const oneOf = (values: readonly unknown[]): Schema => ({ enum: values });
const orNull = (schema: Schema): Schema => ({ anyOf: [schema, { type: "null" }] });
const listOf = (items: Schema): Schema => ({ type: "array", items });
/** An object; a field whose name ends in "?" may be left out. */
export function object(fields: Readonly<Record<string, Schema>>, description?: string): Schema {
  const names = Object.keys(fields);
  return {
    type: "object",
    ...(description ? { description } : {}),
    properties: Object.fromEntries(names.map((name) => [name.replace(/\?$/, ""), fields[name]])),
    required: names.filter((name) => !name.endsWith("?")),
  };
}
const causeFields = { component: text, failure: text };
const span = orNull({ type: "array", items: whole, minItems: 2, maxItems: 2 });
const tally = object({ added: whole, unchanged: whole, updated: whole });

/** The shapes that requests and answers are made of, by name: JSON Schema 2020-12. */
export const SCHEMAS: Readonly<Record<string, Schema>> = {
  quantity: object({ value: number, unit: oneOf(UNITS) }),
  money: object({ amount: number, currency: text }),
  vehicle: object({
    make: text,
    model: text,
    year: whole,
    "engine?": orNull(text),
    "transmission?": orNull(text),
    "drive?": orNull(text),
    "market?": orNull(text),
    "vin?": orNull(text),
    "fuel?": orNull(text),
    "gearbox?": orNull(text),
    "equipment?": orNull(listOf(text)),
  }),
  symptom: object({ key: text, "conditions?": listOf(text) }),
  code: object({ code: text, "module?": orNull(text), "status?": oneOf(CODE_STATUSES) }),
  cause: object(causeFields),
  reading: {
    anyOf: [
      object({ "label?": text, value: number, unit: oneOf(UNITS) }),
      object({ "label?": text, open: oneOf([true]) }, "No continuity, or over the meter's range"),
    ],
  },
  test: object({
    procedure: text,
    outcome: text,
    "minutes?": number,
    "readings?": listOf(ref("reading")),
    "afterFixes?": whole,
    "place?": orNull(text),
  }),
  spec: {
    anyOf: [
      object({ kind: oneOf(["range"]), "low?": orNull(ref("quantity")), "high?": orNull(ref("quantity")) }),
      object({
        kind: oneOf(["nominal"]),
        nominal: ref("quantity"),
        "tolerance?": orNull(ref("quantity")),
        "tolerancePercent?": orNull(number),
      }),
      object({ kind: oneOf(["supply"]), maxDrop: ref("quantity"), "minSupply?": orNull(ref("quantity")) }),
    ],
    description: "May carry `at`, the temperature it holds for, with `perKelvin`.",
  },
  judgeRequest: object({
    spec: ref("spec"),
    reading: { anyOf: [ref("quantity"), object({ open: oneOf([true]) })] },
    "context?": orNull(object({ "temperature?": orNull(ref("quantity")), "supply?": orNull(ref("quantity")) })),
    "instrument?": orNull(object({ "percent?": orNull(number), "offset?": orNull(ref("quantity")) })),
  }),
  judgement: object({
    verdict: oneOf(["pass", "fail", "borderline", "cannot-judge"]),
    side: oneOf(["low", "high", "open", null]),
    value: orNull(ref("quantity")),
    low: orNull(ref("quantity")),
    high: orNull(ref("quantity")),
    reason: text,
  }),
  case: object({
    vehicle: ref("vehicle"),
    "odometerKm?": orNull(number),
    "symptoms?": listOf(ref("symptom")),
    "codes?": listOf(ref("code")),
    "modulesScanned?": listOf(text),
    "tests?": listOf(ref("test")),
    "access?": listOf(text),
    "fixesTried?": listOf(
      object({ ...causeFields, "result?": oneOf(["no-change", "partly", "fixed"]), "place?": orNull(text) }),
    ),
    "named?": listOf(ref("cause")),
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
  scanRequest: object({ protocol: oneOf(["can", "serial"]), frames: listOf(text) }),
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
  word: object({ key: text, label: text, "system?": text, "topic?": text, "needs?": object({}) }),
  link: object({ symptom: text, component: text, often: oneOf(OFTENNESS) }),
  procedure: object({
    key: text,
    title: text,
    "component?": orNull(text),
    minutes: number,
    "access?": orNull(text),
    "accessMinutes?": number,
    "tools?": listOf(text),
    "cautions?": listOf(text),
    "kind?": oneOf(PROCEDURE_KINDS),
    "spec?": orNull(ref("spec")),
    outcomes: listOf(
      object({
        key: text,
        label: text,
        "effects?": listOf(object({ component: text, "failure?": orNull(text), effect: oneOf(EFFECT_KINDS) })),
      }),
    ),
  }),
  fix: object({
    ...causeFields,
    minutes: number,
    "access?": orNull(text),
    "accessMinutes?": number,
    partsCost: ref("money"),
  }),
  pattern: object({
    key: text,
    title: text,
    ...causeFields,
    "odometerKm?": span,
    evidence: oneOf(GRADES),
    "applies?": object({
      "make?": orNull(text),
      "models?": listOf(text),
      "years?": span,
      "engines?": listOf(text),
      "transmissions?": listOf(text),
      "markets?": listOf(text),
    }),
    "symptoms?": listOf(text),
    "codes?": listOf(text),
    "confirmBy?": orNull(text),
    "note?": orNull(text),
  }),
  job: object({
    key: text,
    openedAt: text,
    "closedAt?": orNull(text),
    vehicle: ref("vehicle"),
    "odometerKm?": orNull(whole),
    "complaint?": orNull(text),
    "symptoms?": listOf(ref("symptom")),
    "codes?": listOf(ref("code")),
    "modulesScanned?": listOf(text),
    "tests?": listOf(ref("test")),
    "parts?": listOf(
      object({
        component: text,
        "failure?": orNull(text),
        "partNumber?": orNull(text),
        "source?": oneOf(PART_SOURCES),
        "minutes?": number,
        "cost?": orNull(ref("money")),
        "result?": oneOf([...PART_RESULTS, null]),
      }),
    ),
    "finding?": orNull(object({ result: oneOf(FINDINGS), causes: listOf(ref("cause")) })),
    "proof?": listOf(object({ step: oneOf(PROOF_STEPS), result: oneOf(["held", "came-back"]), "at?": orNull(text) })),
    "comebackOf?": orNull(text),
  }),
  casebook: object({
    format: oneOf(["dead-ends/casebook"]),
    version: oneOf([1]),
    "exportedAt?": text,
    "vocabulary?": object({
      "symptoms?": listOf(ref("word")),
      "conditions?": listOf(ref("word")),
      "components?": listOf(ref("word")),
      "failures?": listOf(ref("word")),
    }),
    "links?": listOf(ref("link")),
    "procedures?": listOf(ref("procedure")),
    "fixes?": listOf(ref("fix")),
    "patterns?": listOf(ref("pattern")),
    "jobs?": listOf(ref("job")),
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
};
