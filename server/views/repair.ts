import "server-only";
import type { Money } from "@/core/book";
import type { Estimate, JobFacts } from "@/core/job";
import type { SecondLook } from "@/core/plan";
import type { MixingRule, RepairSheet, SourceRecord } from "@/core/repair";
import { causeName, type Labels } from "@/core/words";

import type { Db } from "@/server/db/pool";
import {
  earlierCompanions,
  findRepairSheet,
  learntRepairOf,
  mixingRulesOf,
  readRepairs,
  sourceRecordsOf,
  type EarlierCompanion,
  type LearntRepair,
} from "@/server/db/repairs";

/** What the shop knows of repairing a cause: what somebody wrote down, and what jobs show. */
export interface RepairKnown {
  readonly sheet: Omit<RepairSheet, "component" | "failure"> | null;
  readonly takes: {
    readonly minutes: number;
    readonly access: string | null;
    readonly accessMinutes: number;
    readonly partsCost: Money;
  } | null;
  readonly learnt: LearntRepair | null;
  readonly records: readonly SourceRecord[];
  readonly earlier: readonly EarlierCompanion[];
  readonly mixing: readonly MixingRule[];
}

/** Of a component alone where nobody says how it failed. */
export async function loadRepair(db: Db, component: string, failure: string | null): Promise<RepairKnown> {
  const cause = failure === null ? null : { component, failure };
  const [sheet, learnt, records, earlier, mixing, repairs] = await Promise.all([
    cause && findRepairSheet(db, cause),
    cause && learntRepairOf(db, cause),
    sourceRecordsOf(db, component),
    earlierCompanions(db, component),
    mixingRulesOf(db, component),
    readRepairs(db),
  ]);
  const takes = repairs.find((each) => each.component === component && each.failure === failure);
  return {
    sheet: sheet && { options: sheet.options, companions: sheet.companions, mixing: sheet.mixing, note: sheet.note },
    takes: takes
      ? {
          minutes: takes.minutes,
          access: takes.access,
          accessMinutes: takes.accessMinutes,
          partsCost: takes.partsCost,
        }
      : null,
    learnt,
    records,
    earlier,
    mixing,
  };
}

/** An estimate with what a second look says of it. */
export interface EstimateView extends Pick<Estimate, "seq" | "from" | "what" | "amount"> {
  readonly causeName: string | null;
  readonly look: {
    readonly probability: number;
    /** What testing first saves on average; negative where it costs more. */
    readonly saves: Money;
    readonly test: { readonly procedure: string; readonly title: string; readonly minutes: number } | null;
    readonly other: { readonly name: string; readonly probability: number; readonly parts: Money } | null;
  } | null;
}

/** The estimates of a job, each with its second look as the odds stand. */
export function estimateViews(
  { estimates = [] }: JobFacts,
  looks: readonly (SecondLook | null)[],
  labels: Labels,
): readonly EstimateView[] {
  return estimates.map(({ seq, from, what, cause, amount }, at) => {
    const look = looks[at] ?? null;
    const { currency } = amount;
    return {
      seq,
      from,
      what,
      amount,
      causeName: cause && causeName(labels, cause),
      look: look && {
        probability: look.probability,
        saves: { amount: Math.round(look.followed - look.testedFirst), currency },
        test: look.test,
        other: look.other && {
          name: causeName(labels, look.other.cause),
          probability: look.other.probability,
          parts: { amount: look.other.parts, currency },
        },
      },
    };
  });
}
