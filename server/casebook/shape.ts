import "server-only";
import Joi from "joi";
import type { FaultCode } from "@/core/codes";
import {
  EFFECT_KINDS,
  OFTENNESS,
  PROCEDURE_KINDS,
  TRACE_LOOKS,
  type Cause,
  type Repair,
  type Link,
  type Money,
  type Needs,
  type Procedure,
} from "@/core/book";
import type { Symptom } from "@/core/case";
import { FINDINGS, PART_RESULTS, type Finding, type PartResult } from "@/core/job";
import { PART_SOURCES, type PartSource } from "@/core/repair";
import { EVERY_VEHICLE, type KnownFailure } from "@/core/known-failures";
import { PROOF_STEPS, type ProofResult, type ProofStep } from "@/core/proof";
import type { Unit } from "@/core/measure";
import { tidyVin, type Vehicle } from "@/core/vehicle";
import { askedVehicle, codeOfContract, symptomOfContract } from "@/server/api/case-input";
import { codeText } from "@/server/commands/record-inputs";
import { key, line, minutes, money, optionalLine, optionalText, text, unit } from "@/server/input";
import { detailsInput, knownAppliesInput, odometerWindow } from "@/server/known-failure-input";
import { specInput } from "@/server/spec-input";

/** A casebook's parts as the contract writes them, checked one by one: what is missing is null, what is unknown is an error. */

export interface CasebookJob {
  readonly key: string;
  readonly openedAt: string;
  readonly closedAt: string | null;
  readonly vehicle: Vehicle & { readonly vin: string | null };
  readonly odometerKm: number | null;
  readonly complaint: string | null;
  readonly symptoms: readonly Symptom[];
  readonly codes: readonly FaultCode[];
  readonly modulesScanned: readonly string[];
  readonly modulesSilent: readonly string[];
  readonly tests: readonly CasebookTest[];
  readonly parts: readonly CasebookPart[];
  readonly finding: Finding | null;
  readonly proof: readonly { readonly step: ProofStep; readonly result: ProofResult; readonly at: string | null }[];
  readonly comebackOf: string | null;
}

export interface CasebookTest {
  readonly procedure: string;
  readonly outcome: string;
  readonly minutes: number;
  readonly place: string | null;
  readonly readings: readonly {
    readonly label: string;
    readonly value?: number;
    readonly unit?: Unit;
    readonly open?: true;
  }[];
}

export interface CasebookPart {
  readonly component: string;
  readonly failure: string | null;
  readonly place: string | null;
  readonly partNumber: string | null;
  readonly source: PartSource;
  readonly minutes: number;
  readonly cost: Money | null;
  readonly result: PartResult | null;
}

export interface CasebookBook {
  readonly vocabulary: Record<"symptoms" | "conditions" | "components" | "failures", readonly CasebookWord[]>;
  /** General practice: which components commonly bring which symptom. */
  readonly links: readonly Link[];
  readonly procedures: readonly Procedure[];
  readonly fixes: readonly Repair[];
  readonly patterns: readonly KnownFailure[];
}

export interface CasebookWord {
  readonly key: string;
  readonly label: string;
  readonly system?: string;
  readonly topic?: string;
  readonly needs?: Partial<Needs>;
}

const list = (items: Joi.Schema, most = 200) => Joi.array().max(most).items(items).default([]);
const words = (length: number) => list(line(length));
const moment = () =>
  Joi.string()
    .isoDate()
    .custom((value: string) => new Date(value).toISOString());
const nullable = (schema: Joi.Schema) => schema.allow(null).default(null);
/** Whatever another program calls its jobs. */
const jobKey = () =>
  Joi.string()
    .max(200)
    .pattern(/^[^\u0000-\u001f]+$/, "one line of text");

const effect = Joi.object({
  component: key().required(),
  failure: nullable(key()),
  effect: Joi.string()
    .valid(...EFFECT_KINDS)
    .required(),
});

const word = { key: key().required(), label: line(120).required() };
const spanOf = (least: number, most: number) =>
  nullable(Joi.array().length(2).items(Joi.number().integer().min(least).max(most)));

const variantSpec = Joi.object({
  years: spanOf(1900, 2100),
  engines: words(60),
  markets: words(60),
  partMaker: optionalLine(80),
  spec: specInput().required(),
  source: Joi.string().valid("maker", "part-maker", "known-good-here").default("maker"),
  reference: optionalText(160),
});

const applies = Joi.object({
  make: optionalLine(60),
  models: words(60),
  years: spanOf(1900, 2100),
  engines: words(60),
  transmissions: words(60),
  markets: words(60),
});

const procedure = Joi.object({
  key: key().required(),
  title: line(160).required(),
  component: nullable(key()),
  minutes: minutes().required(),
  access: optionalLine(80),
  accessMinutes: minutes().default(0),
  tools: words(80),
  cautions: words(300),
  kind: Joi.string()
    .valid(...PROCEDURE_KINDS)
    .default("value"),
  look: nullable(Joi.string().valid(...TRACE_LOOKS)),
  question: optionalText(300),
  place: optionalText(300),
  preconditions: words(200),
  steps: words(400),
  points: words(60),
  spec: nullable(specInput()),
  specs: list(variantSpec),
  applies: nullable(applies),
  general: Joi.boolean().default(false),
  basic: Joi.boolean().default(false),
  outcomes: list(Joi.object({ key: key().required(), label: line(160).required(), effects: list(effect) })),
});

const repair = Joi.object({
  component: key().required(),
  failure: key().required(),
  minutes: minutes().required(),
  access: optionalLine(80),
  accessMinutes: minutes().default(0),
  partsCost: money().required(),
});

const pattern = Joi.object({
  key: key().required(),
  title: line(160).required(),
  component: nullable(key()),
  failure: nullable(key()),
  place: optionalLine(60),
  applies: knownAppliesInput().default(EVERY_VEHICLE),
  odometerKm: odometerWindow(),
  evidence: Joi.string().valid("hearsay", "bulletin", "seen", "proved").required(),
  symptoms: list(key()),
  conditions: list(key()),
  codes: list(codeText()),
  confirmBy: nullable(key()),
  note: optionalText(2000),
  details: detailsInput(),
  proposed: Joi.boolean().default(false),
  withdrawnReason: optionalLine(400),
}).custom((known: KnownFailure, helpers) =>
  (known.component === null) === (known.failure === null)
    ? known
    : helpers.message({ custom: "names a component and its failure, or neither" }),
);

const MOST = 1_000_000;

/** What a vehicle must be to have a component; what is left out asks for nothing. */
const needs = Joi.object({
  fuels: Joi.array().max(10).items(line(40)),
  drives: Joi.array().max(10).items(line(40)),
  gearboxes: Joi.array().max(10).items(line(40)),
  equipment: Joi.array().max(20).items(line(40)),
  markets: Joi.array().max(60).items(line(60)),
});

const link = Joi.object({
  symptom: key().required(),
  component: key().required(),
  often: Joi.string()
    .valid(...OFTENNESS)
    .required(),
});

/** Everything of a casebook but its jobs. */
export const bookInput: Joi.ObjectSchema<CasebookBook & { readonly jobs: readonly unknown[] }> = Joi.object({
  format: Joi.string().valid("dead-ends/casebook").required(),
  version: Joi.number().valid(1).required(),
  exportedAt: Joi.string().isoDate(),
  vocabulary: Joi.object({
    symptoms: list(Joi.object({ ...word, system: line(40).required() }), MOST),
    conditions: list(Joi.object({ ...word, topic: line(40).default("other") }), MOST),
    components: list(Joi.object({ ...word, system: line(40).required(), needs: needs.default({}) }), MOST),
    failures: list(Joi.object(word), MOST),
  }).default({ symptoms: [], conditions: [], components: [], failures: [] }),
  links: list(link, MOST),
  procedures: list(procedure, MOST),
  fixes: list(repair, MOST),
  patterns: list(pattern, MOST),
  // Looked at one by one, so that a large casebook is not checked twice.
  jobs: Joi.array()
    .max(10 * MOST)
    .items(Joi.any())
    .default([]),
});

const VIN = /^[A-HJ-NPR-Z0-9]{17}$/;

/** As people write it; what is none is refused, since one VIN is one vehicle. */
const vin = nullable(
  Joi.string()
    .empty("")
    .custom((value: string, helpers) => {
      const tidy = tidyVin(value);
      return VIN.test(tidy)
        ? tidy
        : helpers.message({ custom: "is no VIN: seventeen letters and digits without I, O and Q" });
    }),
);

const reading = Joi.object({
  label: line(80).allow("").default(""),
  open: Joi.boolean().valid(true),
  value: Joi.number().unsafe(),
  unit: unit(),
})
  .xor("open", "value")
  .and("value", "unit");

const cause = Joi.object({ component: key().required(), failure: key().required(), place: optionalLine(60) });

export const jobInput: Joi.ObjectSchema<CasebookJob> = Joi.object({
  key: jobKey().required(),
  openedAt: moment().required(),
  closedAt: nullable(moment()),
  vehicle: askedVehicle().keys({ vin }).required(),
  odometerKm: nullable(Joi.number().integer().min(0).max(5_000_000)),
  complaint: nullable(text(4000).empty("")),
  symptoms: list(symptomOfContract()).unique("key"),
  codes: list(codeOfContract()).unique((a: FaultCode, b: FaultCode) => a.code === b.code && a.module === b.module),
  modulesScanned: list(line(40).lowercase()).unique(),
  modulesSilent: list(line(40).lowercase()).unique(),
  tests: list(
    Joi.object({
      procedure: key().required(),
      outcome: line(160).required(),
      minutes: minutes().default(0),
      place: optionalLine(60),
      readings: list(reading, 40),
    }),
  ),
  parts: list(
    Joi.object({
      component: key().required(),
      failure: nullable(key()),
      partNumber: optionalLine(80),
      place: optionalLine(60),
      source: Joi.string()
        .valid(...PART_SOURCES)
        .default("new-maker"),
      minutes: minutes().default(0),
      cost: nullable(money()),
      result: nullable(Joi.string().valid(...PART_RESULTS)),
    }),
  ),
  finding: nullable(
    Joi.object({
      result: Joi.string()
        .valid(...FINDINGS)
        .required(),
      causes: list(cause, 5).unique((a: Cause, b: Cause) => a.component === b.component && a.failure === b.failure),
    }),
  ),
  proof: list(
    Joi.object({
      step: Joi.string()
        .valid(...PROOF_STEPS)
        .required(),
      result: Joi.string().valid("held", "came-back").required(),
      at: nullable(moment()),
    }),
  ),
  comebackOf: nullable(jobKey()),
});

/** A whole casebook, as it is written and read. */
export const casebookInput: Joi.ObjectSchema = bookInput.keys({ jobs: list(jobInput, 10 * MOST) });
