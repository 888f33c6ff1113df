import type { FaultCode } from "@/core/codes";
import type { ModuleState } from "@/core/job";
import { freezeFrameText, readinessText, type FreezeFrame, type Readiness } from "@/core/scan";
import { originOf, type EntryRule } from "./rule";

/** Fault codes with status, and how every module answered. */
export interface ScanBody {
  readonly kind: "scan";
  readonly codes: readonly FaultCode[];
  readonly modulesRead: readonly string[];
  /** Asked, and did not answer. */
  readonly modulesSilent?: readonly string[];
  /** Known to be there, and not to be read with this tool. */
  readonly modulesUnreadable?: readonly string[];
  /** As the vehicle itself said it, null where it did not. */
  readonly vin?: string | null;
  readonly readiness?: Readiness | null;
  readonly freezeFrame?: FreezeFrame | null;
}

function modulesOf({ modulesRead, modulesSilent = [], modulesUnreadable = [] }: ScanBody) {
  const as = (state: ModuleState) => (module: string) => ({ module, state });
  return [
    ...modulesRead.map(as("read")),
    ...modulesSilent.map(as("no-answer")),
    ...modulesUnreadable.map(as("unreadable")),
  ];
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

const NAMED_ON_MAP = 2;

function shortText({ codes }: ScanBody): string {
  const named = codes.slice(0, NAMED_ON_MAP).map(({ code }) => code);
  return named.join(" · ") || "scan, no codes";
}

function detailsOf({ vin, freezeFrame, readiness }: ScanBody): readonly string[] {
  return [
    ...(vin ? [`VIN read from the vehicle: ${vin}`] : []),
    ...(freezeFrame ? [freezeFrameText(freezeFrame)] : []),
    ...(readiness ? [readinessText(readiness)] : []),
  ];
}

export const scan: EntryRule<ScanBody> = {
  right: "job.record",
  onClosed: false,
  stays: null,
  adds: ({ codes, modules }, entry) => ({
    codes: [...codes, ...entry.body.codes.map((code) => ({ ...originOf(entry), ...code }))],
    modules: [...modules, ...modulesOf(entry.body).map((module) => ({ ...originOf(entry), ...module }))],
  }),
  line: (_, body) => scanText(body),
  short: (_, body) => shortText(body),
  details: detailsOf,
};
