import "server-only";
import Joi from "joi";
import { CODE_RETURNS, type FaultCode } from "@/core/codes";
import type { FreezeFrame, Readiness } from "@/core/scan";
import type { ReturnedCode, ScanBody } from "@/core/entries";
import { jobChange, line, minutes, unit, sameIn } from "@/server/input";
import { changeJob, type JobAnswer, type JobChange } from "./change-job";
import type { Command } from "./command";
import { refuseInput } from "./refusal";
import { codeText, codesInput, correctsInput, modulesInput } from "./record-inputs";

interface ScanInput extends JobChange {
  readonly codes: readonly FaultCode[];
  readonly modulesRead: readonly string[];
  readonly modulesSilent: readonly string[];
  readonly modulesUnreadable: readonly string[];
  readonly vin: string | null;
  readonly readiness: Readiness | null;
  readonly freezeFrame: FreezeFrame | null;
  readonly minutes: number;
}

const readinessInput = () =>
  Joi.object({
    milOn: Joi.boolean().required(),
    codeCount: Joi.number().integer().min(0).max(127).required(),
    ignition: Joi.string().valid("spark", "compression").required(),
    monitors: Joi.array()
      .max(30)
      .items(
        Joi.object({
          name: line(40).required(),
          supported: Joi.boolean().required(),
          complete: Joi.boolean().required(),
        }),
      )
      .required(),
  });

const freezeFrameInput = () =>
  Joi.object({
    code: codeText().allow(null).default(null),
    values: Joi.array()
      .max(60)
      .items(Joi.object({ name: line(40).required(), value: Joi.number().required(), unit: unit().required() }))
      .required(),
  });

/** Fault codes with status, and how every module answered: no code from an unread module is no evidence. */
export const recordScan: Command<ScanInput, JobAnswer> = {
  name: "record-scan",
  right: "job.record",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    codes: codesInput().default([]),
    modulesRead: modulesInput().default([]),
    modulesSilent: modulesInput().default([]),
    modulesUnreadable: modulesInput().default([]),
    vin: line(17).uppercase().allow(null, "").empty("").default(null),
    readiness: readinessInput().allow(null).default(null),
    freezeFrame: freezeFrameInput().allow(null).default(null),
    minutes: minutes().default(0),
  }),
  run: (context, input) =>
    changeJob(context, input, () => {
      const scan = scanOf(input);
      const { vin, readiness, freezeFrame } = input;
      return {
        body: { kind: "scan", ...scan, vin, readiness, freezeFrame },
        minutes: input.minutes,
      };
    }),
};

function scanOf({ codes, modulesRead, modulesSilent, modulesUnreadable }: ScanInput): Omit<ScanBody, "kind"> {
  if (![codes, modulesRead, modulesSilent, modulesUnreadable].some((list) => list.length))
    refuseInput("codes", "name a code, or a module that was read");
  const twice = [...modulesSilent, ...modulesUnreadable].find((module) => modulesRead.includes(module));
  if (twice) refuseInput("modulesRead", `${twice} cannot have been read and not read at once`);
  const silentToo = modulesUnreadable.find((module) => modulesSilent.includes(module));
  if (silentToo) refuseInput("modulesSilent", `${silentToo} stands under two headings`);
  return { codes, modulesRead, modulesSilent, modulesUnreadable };
}

interface ClearInput extends JobChange {
  readonly returns: readonly ReturnedCode[];
  readonly minutes: number;
}

/** Clear and see: which codes came back, and when. Each return is evidence; what stays away may be old. */
export const recordClear: Command<ClearInput, JobAnswer> = {
  name: "record-clear",
  right: "job.record",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    returns: Joi.array()
      .max(200)
      .items(
        Joi.object({
          code: codeText().required(),
          module: line(40).lowercase().allow(null, "").empty("").default(null),
          returned: Joi.string()
            .valid(...CODE_RETURNS)
            .required(),
        }),
      )
      .unique(sameIn("code", "module"))

      .default([]),
    minutes: minutes().default(0),
  }),
  run: (context, input) =>
    changeJob(context, input, (_, facts) => {
      const { returns } = input;
      const stranger = returns.findIndex(({ code }) => !facts.codes.some((known) => known.code === code));
      if (stranger >= 0) refuseInput(`returns[${stranger}].code`, "was not on this job before; record it as a scan");
      return {
        body: { kind: "cleared", returns },
        minutes: input.minutes,
      };
    }),
};
