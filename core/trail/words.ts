import { exhaustive } from "@/core/exhaustive";
import { causeName, lowerFirst, type Labels, type Symptom } from "@/core/diagnosis";
import type { PartResult } from "@/core/job";
import { formatReading } from "@/core/measure";
import type { ProofStep } from "@/core/proof";
import type { EntryBody, PartBody, TestBody } from "./entry";

/** One line that says what an entry recorded, in a colleague's voice. */
export function entryText(labels: Labels, body: EntryBody): string {
  switch (body.kind) {
    case "opened":
      return "Came in";
    case "symptoms":
      return body.symptoms.map((symptom) => symptomText(labels, symptom)).join("; ");
    case "scan":
      return scanText(body);
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
        suspect: "suspected",
        handed: "handed on",
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

function note(text: string): string {
  return text ? `; ${text}` : "";
}

export function symptomText(labels: Labels, { key, conditions }: Symptom): string {
  const words = conditions.map((condition) => lowerFirst(labels.condition(condition)));
  return [labels.symptom(key), ...(words.length ? [words.join(", ")] : [])].join(": ");
}

function scanText({ codes, modulesRead }: Extract<EntryBody, { kind: "scan" }>): string {
  const found = codes.map(({ code, status, module }) => `${code} ${status}${module ? ` (${module})` : ""}`).join(", ");
  const read = modulesRead.length ? `read: ${modulesRead.join(", ")}` : "";
  return [found || "No codes", read].filter(Boolean).join("; ");
}

function testText({ title, readings, outcomeLabel, verdict, verdictText, note: added }: TestBody): string {
  // A clear verdict is shown as a mark; only one that leaves doubt needs its sentence here.
  const unsure = verdict === "borderline" || verdict === "cannot-judge";
  const values = readings
    .map(({ label, reading }) => `${label ? `${label} ` : ""}${formatReading(reading)}`)
    .join(", ");
  return `${title}: ${[values, lowerFirst(outcomeLabel), unsure ? verdictText : null].filter(Boolean).join("; ")}${note(added)}`;
}

function partText(labels: Labels, { component, partNumber, result }: PartBody): string {
  const number = partNumber ? ` (${partNumber})` : "";
  return `${labels.component(component)} fitted${number}: ${result ? PART_RESULT_WORDS[result] : "not tried yet"}`;
}

function findingText(labels: Labels, { result, causes, why }: Extract<EntryBody, { kind: "finding" }>): string {
  const named = causes.map((cause) => lowerFirst(causeName(labels, cause))).join(" and ");
  return `${FINDING_WORDS[result]}${named ? `: ${named}` : ""}${note(why)}`;
}
