import { exhaustive } from "@/core/exhaustive";
import { causeName, lowerFirst, priorWorkText, type Labels, type Symptom } from "@/core/diagnosis";
import type { CodeReturn } from "@/core/codes";
import type { ConfirmationResult, PartResult } from "@/core/job";
import { formatReading } from "@/core/measure";
import { freezeFrameText, readinessText } from "@/core/scan";
import type { ProofStep } from "@/core/proof";
import type { EntryBody, PartBody, ReturnedCode, ScanBody, TestBody } from "./entry";

/** One line that says what an entry recorded, in a colleague's voice. */
export function entryText(labels: Labels, body: EntryBody): string {
  switch (body.kind) {
    case "opened":
      return `Came in${note(body.odometerReason ? `odometer: ${body.odometerReason}` : "")}`;
    case "symptoms":
      return body.symptoms.map((symptom) => symptomText(labels, symptom)).join("; ");
    case "scan":
      return scanText(body);
    case "cleared":
      return clearedText(body.returns);
    case "confirmed":
      return confirmedText(labels, body);
    case "watch":
      return `To be caught: ${withoutStop(body.what)}; ${body.who} until ${body.until}`;
    case "prior-work":
      return `Done before: ${lowerFirst(priorWorkText(labels, body))}${note(body.note)}`;
    case "odometer":
      return `Odometer ${body.odometerKm} km${note(body.reason)}`;
    case "test":
      return testText(body);
    case "part":
      return partText(labels, body);
    case "part-result":
      return `${labels.component(body.component)}: ${PART_RESULT_WORDS[body.result]}`;
    case "proof":
      return `${PROOF_WORDS[body.step]}: ${body.result === "held" ? "holds" : "the fault came back"}${note(body.note)}`;
    case "suspect":
      return `Suspected: ${lowerFirst(causeName(labels, body.cause))}${note(body.why)}`;
    case "finding":
      return findingText(labels, body);
    case "handed":
      return `Handed to ${body.to}${note(body.note)}`;
    case "bypass":
      return `Bypass in place: ${body.what}`;
    case "bypass-removed":
      return `Bypass taken out: ${body.what}`;
    case "note":
      return body.text;
    case "withdrawn":
      return `Taken back: ${body.reason}`;
    case "closed":
      return body.reason ? `Closed: ${body.reason}` : "Closed";
    case "reopened":
      return `Opened again: ${body.reason}`;
    default:
      return exhaustive(body, "entryText");
  }
}

/** What stands below an entry's line: of a scan what the vehicle froze and tested, of a finding what the customer is told. */
export function entryDetails(body: EntryBody): readonly string[] {
  if (body.kind === "test") return testDetails(body);
  if (body.kind === "finding") return body.tellCustomer ? [`To the customer: ${body.tellCustomer}`] : [];
  if (body.kind !== "scan") return [];
  return [
    ...(body.vin ? [`VIN read from the vehicle: ${body.vin}`] : []),
    ...(body.freezeFrame ? [freezeFrameText(body.freezeFrame)] : []),
    ...(body.readiness ? [readinessText(body.readiness)] : []),
  ];
}

function testDetails(test: TestBody): readonly string[] {
  const { partMaker, instrument, proofs, overruled, verdict, verdictText, preconditions = [] } = test;
  // Of a recording or a comparison the sentence is the finding, and not only its mark.
  const told =
    (verdict === "pass" || verdict === "fail") && (test.trace || test.comparedBy || test.readings.length > 1);
  return [
    ...(told && verdictText && !overruled ? [verdictText] : []),
    ...(overruled ? [`Verdict overruled (${verdictText}): ${overruled}`] : []),
    ...(proofs?.before && proofs.after
      ? [`Tester proved before (${formatReading(proofs.before)}) and after (${formatReading(proofs.after)})`]
      : []),
    ...(partMaker ? [`Part by ${partMaker}`] : []),
    ...(instrument ? [`Read with ${instrument}`] : []),
    ...(preconditions.length ? [`Held before: ${preconditions.join("; ")}`] : []),
  ];
}

/** A few characters for the trail map's crossing. */
export function entryShortText(labels: Labels, body: EntryBody): string {
  switch (body.kind) {
    case "opened":
      return "came in";
    case "symptoms":
      return "symptoms";
    case "scan":
      return body.codes.length
        ? body.codes
            .slice(0, 2)
            .map(({ code }) => code)
            .join(" · ")
        : "scan, no codes";
    case "test":
      return shorten(lowerFirst(body.title));
    case "part":
    case "part-result":
      return shorten(`${lowerFirst(labels.component(body.component))} ${body.kind === "part" ? "fitted" : "tried"}`);
    case "proof":
      return lowerFirst(PROOF_WORDS[body.step]);
    case "finding":
      return body.result === "root-cause" ? "cause named" : lowerFirst(FINDING_WORDS[body.result]);
    default:
      return {
        cleared: "cleared",
        confirmed: "confirmed",
        watch: "to be caught",
        "prior-work": "done before",
        odometer: "odometer",
        suspect: "suspected",
        handed: "handed on",
        bypass: "bypass",
        "bypass-removed": "bypass out",
        note: "note",
        withdrawn: "taken back",
        closed: "closed",
        reopened: "opened again",
      }[body.kind];
  }
}

/** Long titles would push every other label off the map. */
const SHORT = 26;

function shorten(text: string): string {
  return text.length <= SHORT ? text : `${text.slice(0, SHORT - 1).trimEnd()}…`;
}

export const PART_RESULT_WORDS: Record<PartResult, string> = {
  fixed: "cured it",
  partly: "helped in part",
  "no-change": "no change",
};

export const PROOF_WORDS: Record<ProofStep, string> = {
  bench: "Tried before closing up",
  "same-test": "Same test",
  "codes-stay-clear": "Codes stay clear",
  "road-test": "Road test as complained of",
  "follow-up": "Follow-up",
};

export const FINDING_WORDS = {
  "root-cause": "Root cause",
  "no-fault-found": "No fault found",
  unresolved: "Not solved",
} as const;

const withoutStop = (sentence: string) => sentence.replace(/[.;\s]+$/, "");

function note(text: string): string {
  return text ? `; ${text}` : "";
}

export function symptomText(labels: Labels, { key, conditions, denied = [] }: Symptom): string {
  const words = [
    ...conditions.map((condition) => lowerFirst(labels.condition(condition))),
    ...denied.map((condition) => `not ${lowerFirst(labels.condition(condition))}`),
  ];
  return [labels.symptom(key), ...(words.length ? [words.join(", ")] : [])].join(": ");
}

function scanText({ codes, modulesRead, modulesSilent = [], modulesUnreadable = [] }: ScanBody): string {
  const found = codes.map(({ code, status, module }) => `${code} ${status}${module ? ` (${module})` : ""}`).join(", ");
  const parts = [
    found || "No codes",
    ...(modulesRead.length ? [`read: ${modulesRead.join(", ")}`] : []),
    ...(modulesSilent.length ? [`no answer: ${modulesSilent.join(", ")}`] : []),
    ...(modulesUnreadable.length ? [`not readable with this tool: ${modulesUnreadable.join(", ")}`] : []),
  ];
  return parts.join("; ");
}

export const RETURN_WORDS: Record<CodeReturn, string> = {
  "at-once": "back at once",
  "key-cycle": "back after a key cycle",
  drive: "back after a drive",
  not: "stays away",
};

function clearedText(returns: readonly ReturnedCode[]): string {
  const words = returns.map(({ code, returned }) => `${code} ${RETURN_WORDS[returned]}`);
  return words.length ? `Codes cleared: ${words.join(", ")}` : "Codes cleared";
}

export const CONFIRMATION_WORDS: Record<ConfirmationResult, string> = {
  reproduced: "Reproduced",
  sometimes: "Shows only sometimes",
  "not-reproduced": "Not reproduced",
};

function confirmedText(labels: Labels, { result, times, tries, conditions, note: added }: Confirmed): string {
  const counted = times !== null && tries !== null ? `, ${times} of ${tries} tries` : "";
  const under = conditions.map((condition) => lowerFirst(labels.condition(condition))).join(", ");
  return `${CONFIRMATION_WORDS[result]}${counted}${under ? `: ${under}` : ""}${note(added)}`;
}

type Confirmed = Extract<EntryBody, { kind: "confirmed" }>;

/** ", cylinder 2" */
const at = (place: string | null | undefined) => (place ? `, ${place}` : "");

function testText({ title, readings, outcomeLabel, verdict, verdictText, place, note: added }: TestBody): string {
  // A clear verdict is shown as a mark; only one that leaves doubt needs its sentence here.
  const unsure = verdict !== "pass" && verdict !== "fail";
  const values = readings
    .map(({ label, reading }) => `${label ? `${label} ` : ""}${formatReading(reading)}`)
    .join(", ");
  return `${title}${at(place)}: ${[values, lowerFirst(outcomeLabel), unsure && verdictText ? verdictText : null].filter(Boolean).join("; ")}${note(added)}`;
}

function partText(labels: Labels, { component, place, partNumber, result }: PartBody): string {
  const number = partNumber ? ` (${partNumber})` : "";
  return `${labels.component(component)} fitted${at(place)}${number}: ${result ? PART_RESULT_WORDS[result] : "not tried yet"}`;
}

function findingText(labels: Labels, { result, causes, why }: Extract<EntryBody, { kind: "finding" }>): string {
  const named = causes.map((cause) => lowerFirst(causeName(labels, cause)) + at(cause.place)).join(" and ");
  return `${FINDING_WORDS[result]}${named ? `: ${named}` : ""}${note(why)}`;
}
