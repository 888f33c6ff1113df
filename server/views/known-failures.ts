import "server-only";
import type { Applies, Grade, Pattern } from "@/core/book";
import { causeName } from "@/core/words";
import { gradeOf, proposalsFrom, type Proposal } from "@/core/known-failures";

import { loadLabels } from "@/server/book/load";
import { countPatterns, countVariants, readDismissed, readPatterns, readWithdrawn } from "@/server/db/known-failures";
import type { Db } from "@/server/db/pool";

/** A known failure with what the jobs here say of it. */
export interface KnownFailure extends Pattern {
  readonly grade: Grade;
  readonly for: number;
  readonly against: number;
  readonly withdrawn: boolean;
  readonly withdrawnReason: string | null;
}

/** Every known failure with its grade, worked out from the jobs here. */
export async function loadKnownFailures(db: Db): Promise<readonly KnownFailure[]> {
  const [patterns, counts, withdrawn] = [await readPatterns(db), await countPatterns(db), await readWithdrawn(db)];
  const byKey = new Map(counts.map((count) => [count.key, count]));
  return patterns.map((pattern) => {
    const count = byKey.get(pattern.key) ?? { for: 0, proved: 0, against: 0 };
    return {
      ...pattern,
      grade: gradeOf(pattern.evidence, count),
      for: count.for,
      against: count.against,
      withdrawn: withdrawn.has(pattern.key),
      withdrawnReason: withdrawn.get(pattern.key) ?? null,
    };
  });
}

/** What the jobs themselves propose; what was dismissed is proposed again once more jobs speak for it. */
export async function loadProposals(db: Db): Promise<readonly Proposal[]> {
  const [{ variants, causes }, dismissed] = [await countVariants(db), await readDismissed(db)];
  const isDismissed = ({ component, failure, applies, jobs }: Proposal) =>
    dismissed.some(
      (each) =>
        each.component === component &&
        each.failure === failure &&
        sameApplies(each.applies, applies) &&
        jobs.length <= each.jobs,
    );
  return proposalsFrom(variants, causes).filter((proposal) => !isDismissed(proposal));
}

const sameApplies = (a: Applies, b: Applies) => scopeText(a) === scopeText(b);

/** "Tarrow Packet, 2016 to 2018, engine D21K"; all vehicles where it names none. */
export function scopeText({ make, models, years, engines, transmissions, markets }: Applies): string {
  const parts = [
    [make, models.join(", ")].filter(Boolean).join(" "),
    years && (years[0] === years[1] ? String(years[0]) : `${years[0]} to ${years[1]}`),
    engines.length > 0 && `engine ${engines.join(", ")}`,
    transmissions.length > 0 && `transmission ${transmissions.join(", ")}`,
    markets.length > 0 && `built for ${markets.join(", ")}`,
  ];
  return parts.filter(Boolean).join(", ") || "all vehicles";
}

export interface KnownFailuresView {
  readonly known: readonly (KnownFailure & { readonly name: string; readonly scope: string })[];
  readonly proposals: readonly (Proposal & { readonly name: string; readonly scope: string })[];
}

/** The chapter of known failures: those on record, and what the jobs propose beside them. */
export async function loadKnownFailuresView(db: Db): Promise<KnownFailuresView> {
  const [known, proposals, labels] = [await loadKnownFailures(db), await loadProposals(db), await loadLabels(db)];
  const isKnown = ({ component, failure, applies }: Proposal) =>
    known.some(
      (each) =>
        each.component === component && each.failure === failure && !each.withdrawn && overlaps(each.applies, applies),
    );
  return {
    known: known.map((each) => ({ ...each, name: causeName(labels, each), scope: scopeText(each.applies) })),
    proposals: proposals
      .filter((each) => !isKnown(each))
      .map((each) => ({ ...each, name: causeName(labels, each), scope: scopeText(each.applies) })),
  };
}

/** Whether two scopes may speak of the same vehicle. */
function overlaps(a: Applies, b: Applies): boolean {
  const share = (one: readonly string[], other: readonly string[]) =>
    !one.length || !other.length || one.some((each) => other.includes(each));
  return (
    (!a.make || !b.make || a.make === b.make) &&
    share(a.models, b.models) &&
    share(a.engines, b.engines) &&
    share(a.transmissions, b.transmissions) &&
    share(a.markets, b.markets)
  );
}
