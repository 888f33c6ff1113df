import { readCode, type CodeStatus, type FaultCode } from "@/core/codes";

/**
 * The grammar of the job sheet's one line: fault codes with an optional status behind them, and minutes; all else is a note and
 * is kept word for word.
 *
 *   P0299 stored, P0401 pending 6m     two codes, six minutes
 *   rubbed on the clip 4 min           a note, four minutes
 */
export interface EntryLine {
  readonly codes: readonly FaultCode[];
  readonly minutes: number | null;
  /** What is neither a code nor minutes, as it was typed; empty where nothing is left. */
  readonly note: string;
}

const STATUS_WORDS: Readonly<Record<string, CodeStatus>> = {
  stored: "stored",
  confirmed: "stored",
  pending: "pending",
  permanent: "permanent",
  history: "history",
  old: "history",
};

const CODE_WITH_STATUS =
  /\b([PCBU][0-3][0-9A-F]{3})\b(?:\s+(stored|confirmed|pending|permanent|history|old)\b)?[,;]?/gi;
/** Ten hours are more than one entry takes; a larger number is no duration. */
const MINUTES = /(?:^|\s)(\d{1,3})\s?(?:m|min|minutes)(?=$|[\s,;.])/i;

/**
 * Reads one line.
 * @example readEntryLine("p0340 pending 12m").codes // [{ code: "P0340", module: null, status: "pending" }]
 */
export function readEntryLine(line: string): EntryLine {
  const codes = new Map<string, FaultCode>();
  let rest = line.replace(CODE_WITH_STATUS, (_, written: string, status: string | undefined) => {
    const code = readCode(written);
    if (!code) return _;
    codes.set(code, { code, module: null, status: STATUS_WORDS[(status ?? "stored").toLowerCase()] ?? "stored" });
    return " ";
  });
  const minutes = MINUTES.exec(rest);
  if (minutes) rest = rest.replace(minutes[0], " ");
  return {
    codes: [...codes.values()],
    minutes: minutes?.[1] ? Number(minutes[1]) : null,
    note: rest.replace(/\s+/g, " ").trim(),
  };
}
