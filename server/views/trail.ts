import "server-only";
import { COULD_NOT_TELL } from "@/core/book";
import { openEntries, type JobFacts } from "@/core/job";
import { exhaustive } from "@/core/exhaustive";
import type { Labels } from "@/core/words";
import { counted, entryDetails, entryText, ruleOf, type EntryRight } from "@/core/entries";
import type { KeptTrace } from "@/core/trace";
import type { FileRow } from "@/server/db/files";
import type { EntryWithOdds } from "@/server/db/trail";

export interface EntryView {
  readonly seq: number;
  readonly at: Date;
  readonly by: string;
  readonly kind: string;
  readonly text: string;
  readonly minutes: number;
  /** Minutes spent on the job up to and with this entry. */
  readonly total: number;
  /** It still wants something. */
  readonly isOpen: boolean;
  readonly mark: "holds" | "fails" | "in vain" | "unsure" | null;
  readonly corrects: number | null;
  readonly correctedBy: number | null;
  /** What somebody must be allowed to do to take it back; null where nobody can, or can any more. */
  readonly takenBackBy: EntryRight | null;
  readonly byId: string;
  /** What stands below the line. */
  readonly details: readonly string[];
  readonly files: readonly FileView[];
  /** A test's recording, to be drawn. */
  readonly trace: KeptTrace | null;
}

export type FileView = Pick<FileRow, "id" | "name" | "mediaType" | "by" | "byId">;

/** What was taken back, and what stands anew beside it, is not counted twice. */
export function withCountedMinutes(trail: readonly EntryWithOdds[]): readonly EntryWithOdds[] {
  const counts = counted(trail);
  return trail.map((entry) => (counts.has(entry.seq) ? entry : { ...entry, minutes: 0 }));
}

/** The right that taking an entry back needs, where it can still be taken back. */
function takenBackBy({ body, correctedBy }: EntryWithOdds, closed: boolean): EntryRight | null {
  const { right, stays, onClosed } = ruleOf(body.kind);
  if (stays !== null || correctedBy !== null) return null;
  return closed ? (onClosed ? "job.close" : null) : right;
}

/** A trail as a sheet shows it, oldest first. */
export function entryViews(
  trail: readonly EntryWithOdds[],
  files: readonly FileRow[],
  labels: Labels,
  facts: JobFacts,
): readonly EntryView[] {
  let total = 0;
  const open = new Set(openEntries(facts));
  return trail.map((entry) => {
    const { seq, at, by, byId, body, corrects, correctedBy, minutes } = entry;
    total += minutes;
    const text = entryText(labels, body);
    return {
      seq,
      at,
      by,
      kind: body.kind,
      text,
      minutes,
      total,
      isOpen: correctedBy === null && (open.has(corrects ?? seq) || isUnsure(body)) && !facts.closed,
      mark: markOf(body),
      corrects,
      correctedBy,
      takenBackBy: takenBackBy(entry, facts.closed),
      byId,
      details: entryDetails(body),
      files: files.filter((file) => file.seq === seq),
      trace: body.kind === "test" ? (body.trace ?? null) : null,
    };
  });
}

/** A test that could not tell is to be made again, or another one. */
const isUnsure = (body: EntryWithOdds["body"]) => body.kind === "test" && body.outcome === COULD_NOT_TELL;

function markOf(body: EntryWithOdds["body"]): EntryView["mark"] {
  switch (body.kind) {
    case "test":
      if (body.verdict === "pass") return "holds";
      if (body.verdict === "fail") return "fails";
      return body.verdict || body.outcome === "could-not-tell" ? "unsure" : null;
    case "part":
    case "part-result":
      return body.result === "no-change" ? "in vain" : body.result === "fixed" ? "holds" : null;
    case "proof":
      return body.result === "held" ? "holds" : "fails";
    case "opened":
    case "waiting":
    case "check-off":
    case "estimate":
    case "repair-choice":
    case "second-look":
    case "ask-after":
    case "symptoms":
    case "odometer":
    case "prior-work":
    case "confirmed":
    case "watch":
    case "scan":
    case "cleared":
    case "note":
    case "bypass":
    case "bypass-removed":
    case "suspect":
    case "finding":
    case "withdrawn":
    case "closed":
    case "reopened":
    case "handed":
    case "imported":
      return null;
    default:
      return exhaustive(body, "markOf");
  }
}
