/**
 * How a control module holds a code: SAE J1979 services 03, 07 and 0A, `history` for one that is no longer there, and `active` where a tool says
 * that the fault is there at this moment.
 */
export const CODE_STATUSES = ["active", "stored", "pending", "permanent", "history"] as const;
export type CodeStatus = (typeof CODE_STATUSES)[number];

export interface FaultCode {
  /** Five characters by SAE J2012: P, C, B or U, then 0 to 3, then three hexadecimal digits. */
  readonly code: string;
  readonly module: string | null;
  readonly status: CodeStatus;
}

/** When a code came back after it was cleared; `not`: it stayed away, so far. */
export const CODE_RETURNS = ["at-once", "key-cycle", "drive", "not"] as const;
export type CodeReturn = (typeof CODE_RETURNS)[number];

/** A code on a job, with what became of it after clearing; null where nobody cleared it. */
export interface SeenCode extends FaultCode {
  readonly returned?: CodeReturn | null;
}

const CODE = /^[PCBU][0-3][0-9A-F]{3}$/;

/** A code as written by people ("p0340", "P 0340") in its one form, or null where it is none (SAE J2012, section 3). */
export function readCode(text: string): string | null {
  const tidy = text.replace(/[\s-]/g, "").toUpperCase();
  return CODE.test(tidy) ? tidy : null;
}

/** Whether a word is one of the statuses a code may have. */
export function isCodeStatus(text: string): text is CodeStatus {
  return CODE_STATUSES.some((status) => status === text);
}

/** The module that a code's letter speaks of, where the tool did not say which module sent it. */
export function homeModule(code: string): string {
  const homes: Record<string, string> = { P: "engine", C: "chassis", B: "body", U: "network" };
  return homes[code.charAt(0)] ?? "engine";
}

/** Codes of one sub-system share their first three characters: P03.. is ignition. They seldom come alone. */
export function codeFamily(code: string): string {
  return code.slice(0, 3);
}
