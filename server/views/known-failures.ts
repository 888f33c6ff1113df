import "server-only";
import type { Applies, Grade } from "@/core/book";
import {
  gradeOf,
  isContradicted,
  overlaps,
  proposalsFrom,
  reported,
  scopeText,
  type KnownFailure,
  type Proposal,
} from "@/core/known-failures";
import { causeName, lowerFirst, type Labels } from "@/core/words";
import { loadLabels } from "@/server/book/load";
import { countPatterns, type PatternCounts } from "@/server/db/known-failure-counts";
import { readBookVersion } from "@/server/db/book-version";
import { readKnownFailures } from "@/server/db/known-failures";
import { namesOfShops } from "@/server/db/other-shops";
import type { Db } from "@/server/db/pool";
import { countVariants, readDismissed } from "@/server/db/proposals";

/** A known failure with what the jobs here say of it. */
export interface GradedFailure extends KnownFailure {
  readonly grade: Grade;
  readonly for: number;
  readonly against: number;
  /** Vehicles on record that it speaks of, and those of them that had it. */
  readonly vehicles: number;
  readonly failed: number;
  readonly contradicted: boolean;
  readonly withdrawn: boolean;
}

const NO_COUNTS = { for: 0, proved: 0, against: 0, vehicles: 0, failed: 0 };

/** What is worked out of a known failure: its grade and what speaks against it, people who report that the prevention failed among it. */
export function graded(known: KnownFailure, counts: Omit<PatternCounts, "key"> | undefined): GradedFailure {
  const { for: seen, proved, against, vehicles, failed } = counts ?? NO_COUNTS;
  const record = { for: seen, against: against + reported(known.details.reports, "prevention-failed").count };
  return {
    ...known,
    ...record,
    grade: gradeOf(known.evidence, { for: seen, proved }),
    vehicles,
    failed,
    contradicted: isContradicted(record),
    withdrawn: known.withdrawnReason !== null,
  };
}

/** Every known failure with its grade, worked out from the jobs here. */
export async function loadKnownFailures(db: Db): Promise<readonly GradedFailure[]> {
  const [all, counts] = [await readKnownFailures(db), await countPatterns(db)];
  const byKey = new Map(counts.map((count) => [count.key, count]));
  return all.map((known) => graded(known, byKey.get(known.key)));
}

/** What was worked out of all jobs, of which version of the book, and how long that took. */
interface Proposed {
  readonly version: string;
  readonly proposals: readonly Proposal[];
  readonly at: number;
  readonly tookMs: number;
}

/** Where working it out takes longer than somebody waits, what a page shows may be so old while jobs close. */
const WAITED_MS = 500;
const OLD_MS = 5 * 60_000;

// One for the whole process, also when the development server loads this module again.
const kept: typeof globalThis & { deadEndsProposals?: Proposed } = globalThis;

async function allProposals(db: Db, mayBeOld: boolean): Promise<readonly Proposal[]> {
  const { version, own } = await readBookVersion(db);
  const before = kept.deadEndsProposals;
  const willDo = before && mayBeOld && before.tookMs > WAITED_MS && Date.now() - before.at < OLD_MS;
  if (!own && before && (before.version === version || willDo)) return before.proposals;
  const begun = performance.now();
  const { variants, causes } = await countVariants(db);
  const proposals = proposalsFrom(variants, causes);
  if (!own) kept.deadEndsProposals = { version, proposals, at: Date.now(), tookMs: performance.now() - begun };
  return proposals;
}

/** What the jobs themselves propose; what was dismissed is proposed again once more jobs speak for it. */
export async function loadProposals(db: Db, mayBeOld = false): Promise<readonly Proposal[]> {
  const dismissed = await readDismissed(db);
  const isDismissed = ({ component, failure, applies, jobs }: Proposal) =>
    dismissed.some(
      (each) =>
        each.component === component &&
        each.failure === failure &&
        sameApplies(each.applies, applies) &&
        jobs.length <= each.jobs,
    );
  return (await allProposals(db, mayBeOld)).filter((proposal) => !isDismissed(proposal));
}

const sameApplies = (a: Applies, b: Applies) => scopeText(a) === scopeText(b);

/** "Turbocharger: sticks"; "not explained yet: vibration" where nobody knows the cause. */
export function failureName(labels: Labels, { component, failure, symptoms, place }: KnownFailure): string {
  const at = place ? `, ${place}` : "";
  if (component !== null && failure !== null) return causeName(labels, { component, failure }) + at;
  return `Not explained yet: ${symptoms.map((symptom) => lowerFirst(labels.symptom(symptom))).join(", ")}${at}`;
}

export interface KnownFailureLine extends GradedFailure {
  readonly name: string;
  readonly scope: string;
  /** The other shop whose casebook it came with; null where it is our own. */
  readonly from: string | null;
}

export interface ProposalLine extends Proposal {
  readonly name: string;
  readonly scope: string;
  /** Known failures of the same cause that it may be part of. */
  readonly mergeInto: readonly { readonly key: string; readonly title: string }[];
}

export interface KnownFailuresView {
  readonly known: readonly KnownFailureLine[];
  readonly proposals: readonly ProposalLine[];
}

/** The chapter of known failures: those on record, and what the jobs propose beside them. */
export async function loadKnownFailuresView(db: Db): Promise<KnownFailuresView> {
  const [known, proposals, labels] = [await loadKnownFailures(db), await loadProposals(db, true), await loadLabels(db)];
  const shops = await namesOfShops(db, "pattern");
  const sameCause = ({ component, failure }: Proposal) =>
    known.filter((each) => each.component === component && each.failure === failure && !each.withdrawn);
  return {
    known: known.map((each) => ({
      ...each,
      name: failureName(labels, each),
      scope: scopeText(each.applies),
      from: shops.get(each.key) ?? null,
    })),
    proposals: proposals
      .filter((proposal) => !sameCause(proposal).some(({ applies }) => overlaps(applies, proposal.applies)))
      .map((proposal) => ({
        ...proposal,
        name: causeName(labels, proposal),
        scope: scopeText(proposal.applies),
        mergeInto: sameCause(proposal).map(({ key, title }) => ({ key, title })),
      })),
  };
}
