import "server-only";
import { PART_SOURCE_WORDS } from "@/core/entries";
import type { SourceRecord } from "@/core/repair";
import { wilson, type Interval } from "@/core/statistics";

/** How sure the intervals of shares are, wherever one is shown. */
export const CONFIDENCE = 0.95;

export interface SourceLine {
  readonly source: string;
  readonly fitted: number;
  readonly cameBack: number;
  readonly share: Interval;
}

/** How parts fared by where they were from, in words and with what so few can say. */
export function sourceLines(records: readonly SourceRecord[]): readonly SourceLine[] {
  return records.map(({ source, fitted, cameBack }) => ({
    source: PART_SOURCE_WORDS[source],
    fitted,
    cameBack,
    share: wilson(cameBack, fitted, CONFIDENCE),
  }));
}
