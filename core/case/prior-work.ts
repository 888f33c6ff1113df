import { keptBeside } from "@/core/kept";
import { relatedSystems } from "@/core/vehicle";
import type { CaseFile } from "./case-file";
import { causeKey, type Cause, type CauseKey, type KnownCause, type Book } from "@/core/book";
import { DISTURBED, NEW_PART_BAD, type PriorWork, type Recency } from "./work";

/**
 * How often work of this age, in the place of the complaint, is what the complaint comes from: shares of all jobs. Set by judgement,
 * to give way to the shop's own counts: "it began when the other shop had it" is right about one time in eight within a fortnight.
 */
const SHARE: Record<Recency, number> = { days: 0.12, weeks: 0.06, months: 0.02, longer: 0.004 };
/** Work elsewhere in the vehicle explains a complaint less often. */
const ELSEWHERE = 0.25;
/** Of what goes wrong after a part was changed, so much is the new part itself. */
const BAD_PART_SHARE = 0.4;

/** What prior work makes a suspect, with the share of jobs it starts from. */
export interface WorkSuspect {
  readonly key: CauseKey;
  readonly component: string;
  readonly failure: typeof DISTURBED | typeof NEW_PART_BAD;
  readonly system: string;
  readonly share: number;
  readonly work: PriorWork;
}

/** The suspects that a case's prior work brings with it, each once, by its most suspicious work. */
export function workSuspects(file: CaseFile): readonly WorkSuspect[] {
  const found = new Map<CauseKey, WorkSuspect>();
  for (const work of file.priorWork ?? [])
    for (const suspect of suspectsOf(work, file)) {
      const before = found.get(suspect.key);
      if (!before || before.share < suspect.share) found.set(suspect.key, suspect);
    }
  return [...found.values()];
}

function suspectsOf(work: PriorWork, file: CaseFile): readonly WorkSuspect[] {
  const { component, system } = work;
  const near = (file.symptomSystems ?? []).some((other) => relatedSystems(system, other));
  const share = SHARE[work.recency] * (near ? 1 : ELSEWHERE);
  const suspect = (failure: WorkSuspect["failure"], part: number): WorkSuspect => ({
    key: causeKey({ component, failure }),
    component,
    failure,
    system,
    share: share * part,
    work,
  });
  if (work.work !== "changed") return [suspect(DISTURBED, 1)];
  return [suspect(DISTURBED, 1 - BAD_PART_SHARE), suspect(NEW_PART_BAD, BAD_PART_SHARE)];
}

/** The book with the suspects that a case brings with it: by prior work, named, checked or repaired; those it knows already stay as they are. */
export function withSuspectsOf(book: Book, file: CaseFile): Book {
  const known = new Set(book.causes.map(({ key }) => key));
  const systems = new Map(book.components.map(({ key, system }) => [key, system]));
  const added = new Map<CauseKey, KnownCause>();
  const add = ({ component, failure }: Cause, system = systems.get(component)) => {
    const key = causeKey({ component, failure });
    if (!known.has(key) && system !== undefined) added.set(key, { key, component, failure, system });
  };
  for (const { component, failure, system } of workSuspects(file)) add({ component, failure }, system);
  // Who names a part that the book has no word for is heard all the same.
  for (const cause of file.named ?? []) add(cause, systems.get(cause.component) ?? NO_SYSTEM);
  for (const { effects } of file.tests)
    for (const { component, failure, effect } of effects)
      if (failure !== null && (effect === "proves" || effect === "confirms" || effect === "supports"))
        add({ component, failure });
  return added.size ? { ...book, causes: extended(book.causes, [...added.values()]) } : book;
}

/** The system of a part that the book has no word for. */
const NO_SYSTEM = "other";

const EXTENDED = keptBeside<readonly KnownCause[], Map<string, readonly KnownCause[]>>("causes with prior work");
const MOST_KEPT = 100;

/** The same list for the same additions, so that what was worked out from it need not be again. */
function extended(causes: readonly KnownCause[], added: readonly KnownCause[]): readonly KnownCause[] {
  const kept = EXTENDED.get(causes) ?? new Map<string, readonly KnownCause[]>();
  EXTENDED.set(causes, kept);
  const name = added.map(({ key, system }) => `${key} ${system}`).join("|");
  const known = kept.get(name);
  if (known) return known;
  if (kept.size >= MOST_KEPT) kept.clear();
  const list = [...causes, ...added];
  kept.set(name, list);
  return list;
}
