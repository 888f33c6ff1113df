import { exhaustive } from "@/core/exhaustive";
import { groupName } from "@/core/vehicle";
import type { Count, EffectKind, Cause } from "@/core/book";
import type { EvidenceSource, Reason } from "@/core/evidence";
import type { Action, RepairAction, Plan, TestAction, ChangeOfMind } from "@/core/plan";
import type { PriorWork, Recency, Work, Worker, PresentFeature, Likeness } from "@/core/case";

/** The words of the shop's vocabulary for its keys; an unknown key stands for itself. */
export interface Labels {
  symptom(key: string): string;
  condition(key: string): string;
  component(key: string): string;
  failure(key: string): string;
  procedure(key: string): string;
}

/** "Vane actuator: sticks" */
export function causeName(labels: Labels, { component, failure }: Cause): string {
  return `${labels.component(component)}: ${lowerFirst(labels.failure(failure))}`;
}

/** "vane actuator (sticks)", inside a sentence. */
export function causePhrase(labels: Labels, { component, failure }: Cause): string {
  return `${lowerFirst(labels.component(component))} (${lowerFirst(labels.failure(failure))})`;
}

/** What speaks, in a few words: "code P0335", "only when hot". */
export function evidenceName(labels: Labels, source: EvidenceSource): string {
  switch (source.kind) {
    case "prior":
      return "seen before";
    case "feature":
      return featureName(labels, source.feature.kind, source.feature.subject);
    case "untold":
      return `not stated: ${featureName(labels, source.feature.kind, source.feature.subject)}`;
    case "denied":
      return `not: ${lowerFirst(labels.condition(source.condition))}`;
    case "absent-code":
      return `no ${source.code}`;
    case "test":
      return source.title;
    case "tried":
      return `${labels.component(source.component)} ${source.getHome ? "made to get home" : "fitted"}`;
    case "named":
      return source.how === "named" ? "named" : "measured";
    default:
      return exhaustive(source, "evidenceName");
  }
}

function featureName(labels: Labels, kind: PresentFeature["kind"], subject: string): string {
  if (kind === "code") return `code ${subject}`;
  if (kind === "silent") return `no answer from the ${subject} module`;
  return lowerFirst(kind === "symptom" ? labels.symptom(subject) : labels.condition(subject));
}

/** The sentence of one reason, with its counts. */
export function reasonText(labels: Labels, { source, weight }: Reason): string {
  switch (source.kind) {
    case "prior":
      return priorText(labels, source.reason);
    case "feature":
      if (source.of === 0) return unseenText(source.feature.kind, weight);
      return countText(source.seen, source.of, "shown in");
    case "untold":
    case "denied":
      return countText(source.seen, source.of, "told in");
    case "absent-code":
      return `${source.module} was read and holds no ${source.code}; ${countText(source.seen, source.of, "set in")}`;
    case "test":
      return testText(source, weight);
    case "tried":
      return (source.getHome ? GOT_HOME_WORDS : TRIED_WORDS)[source.result];
    case "named":
      return source.how === "named" ? "suspected by the technician" : "somebody had a reason to measure there";
    default:
      return exhaustive(source, "reasonText");
  }
}

const TRIED_WORDS = {
  "no-change": "repaired here without effect",
  partly: "repaired here, and something else is wrong as well",
  fixed: "repaired here, and the fault is gone since",
} as const;

const GOT_HOME_WORDS = {
  "no-change": "got round it to bring the vehicle home, without effect",
  partly: "got round it to bring the vehicle home, and it helped; its repair is still to come",
  fixed: "got round it to bring the vehicle home, and the fault is gone while that holds; its repair is still to come",
} as const;

function priorText(
  labels: Labels,
  { seen, of, group, patterns, work }: Extract<EvidenceSource, { kind: "prior" }>["reason"],
): string {
  const known = patterns.map(({ title, evidence }) => `known pattern: ${title} (${evidence})`);
  const counted =
    seen.jobs > 0 ? [`cause of ${seen.jobs} of ${jobs(of.jobs)} on ${groupName(group)}${elsewhereText(seen)}`] : [];
  const parts = [...(work ? [priorWorkText(labels, work)] : []), ...counted, ...known];
  return parts.length ? parts.join("; ") : "no job here with this cause so far";
}

/** Whether the jobs are this shop's own. */
function elsewhereText({ jobs: all, elsewhere }: Count): string {
  if (!elsewhere) return "";
  if (elsewhere.jobs === all) return ", at other shops";
  return `, ${elsewhere.jobs} of them at other shops`;
}

const WORK_WORDS: Record<Work, string> = {
  changed: "changed",
  repaired: "repaired",
  modified: "modified",
  bypassed: "bypassed",
  "taken-apart": "taken apart",
  accident: "hurt in an accident",
};
const WORKER_WORDS: Record<Worker, string> = { owner: "by the owner", "other-shop": "by another shop", us: "by us" };
const RECENCY_WORDS: Record<Recency, string> = {
  days: "days ago",
  weeks: "weeks ago",
  months: "months ago",
  longer: "more than a year ago",
};

/** "Charge-air hose changed by another shop, weeks ago" */
export function priorWorkText(labels: Labels, { component, work, who, recency }: Omit<PriorWork, "system">): string {
  const by = work === "accident" ? "" : ` ${WORKER_WORDS[who]}`;
  return `${labels.component(component)} ${WORK_WORDS[work]}${by}, ${RECENCY_WORDS[recency]}`;
}

/** Of a cause that no job here shows: what its kind says. */
function unseenText(kind: PresentFeature["kind"], weight: number): string {
  if (kind === "condition")
    return weight > 0 ? "others that fail like it show it" : "others that fail like it seldom show it";
  return weight > 0 ? "common with its part or system" : "seldom comes from its part or system";
}

function countText(seen: number, of: number, verb: string): string {
  if (of === 0) return "no job with this cause to compare with";
  if (of === 1) return `${seen ? "" : "not "}${verb} the one job with this cause`;
  return `${verb} ${seen === 0 ? "none" : seen} of the ${jobs(of)} with this cause`;
}

const EFFECT_SAYS: Record<EffectKind, string> = {
  proves: "shows it at the part itself",
  confirms: "speaks strongly for it",
  supports: "speaks for it",
  weakens: "speaks against it",
  clears: "rules it out",
};

function testText({ outcome, effect, seen, of }: Extract<EvidenceSource, { kind: "test" }>, weight: number): string {
  const counted = of > 0 ? `; ${countText(seen, of, "so in")}` : "";
  return `“${outcome}” ${effect ? EFFECT_SAYS[effect] : weight > 0 ? "speaks for it" : "speaks against it"}${counted}`;
}

function jobs(count: number): string {
  return count === 1 ? "1 job" : `${count} jobs`;
}

/** Why an action stands where it stands: "settles vanes against actuator; 12 min; saves about 40 min". */
export function actionWhy(labels: Labels, action: Action, plan: Plan, causeOf: (key: string) => Cause | null): string {
  return action.kind === "test" ? testWhy(labels, action, plan, causeOf) : repairWhy(action);
}

function testWhy(labels: Labels, action: TestAction, plan: Plan, causeOf: (key: string) => Cause | null): string {
  const names = action.settles.flatMap((key) => {
    const cause = causeOf(key);
    return cause ? [causePhrase(labels, cause)] : [];
  });
  const settles = names.length === 2 ? `settles ${names[0]} against ${names[1]}` : `settles ${names[0] ?? "little"}`;
  const saved = Math.round(savedMinutes(action, plan));
  return saved >= 1 ? `${settles}; saves about ${saved} min` : settles;
}

function repairWhy(action: RepairAction): string {
  const percent = Math.round(action.probability * 100);
  return `${percent} in 100 that this is it`;
}

/** What a test saves against fitting the best part now; 0 where fitting is no worse. */
export function savedMinutes(action: TestAction, plan: Plan): number {
  const repair = plan.actions.find(({ kind }) => kind === "repair");
  return repair ? Math.max(0, repair.expectedMinutesAfter - action.expectedMinutesAfter) : 0;
}

/** Why a job counts as alike, in a few words each. */
export function likenessWords(labels: Labels, { sameVehicle, shared, suspect }: Likeness): readonly string[] {
  const vehicle = sameVehicle.filter((part) => part !== "make" || !sameVehicle.includes("model"));
  const words = vehicle.map((part) => (part === "odometer" ? "like odometer" : `same ${part}`));
  const common = suspect ? ["a suspect here"] : [];
  return [...words, ...shared.map((key) => featureKeyName(labels, key)), ...common];
}

const FEATURE_KINDS: readonly PresentFeature["kind"][] = ["symptom", "condition", "code", "silent"];

function featureKeyName(labels: Labels, key: string): string {
  const [kind, subject = ""] = key.split("|");
  const known = FEATURE_KINDS.find((each) => each === kind);
  return featureName(labels, known ?? "symptom", subject);
}

/** "Boost hose: split" would lead after "leak test: bubbles", 8 in 100. */
export function changeText(labels: Labels, { title, outcome, chance, leader, probability }: ChangeOfMind): string {
  const who = leader ? causeName(labels, leader) : "a cause that is not in the book";
  const inHundred = (p: number) => Math.round(p * 100);
  return `${title}, “${outcome}” (${inHundred(chance)} in 100 likely): then ${who} leads with ${inHundred(probability)} in 100`;
}

/** A symptom, condition or code as it is called inside a sentence. */
export const presentName = (labels: Labels, { kind, subject }: PresentFeature) => featureName(labels, kind, subject);

/** For the beginning of a sentence. */
export const upperFirst = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** For the middle of a sentence: "Vane actuator" becomes "vane actuator", "ABS unit" stays. */
export function lowerFirst(text: string): string {
  // Abbreviations and codes keep their capitals.
  return /^[A-Z][a-z]/.test(text) ? text.charAt(0).toLowerCase() + text.slice(1) : text;
}
