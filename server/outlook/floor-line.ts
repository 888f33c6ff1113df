import "server-only";
import { dayText } from "@/core/day";
import { isUntold } from "@/core/case";
import { causeName, lowerFirst, type Labels } from "@/core/words";
import { caseOf, needOf, spentOn, type JobFacts, type Need, type Spent, type TimedEntry } from "@/core/job";
import { PROOF_WORDS, WAITING_WORDS } from "@/core/entries";
import type { Advice, Plan } from "@/core/plan";

/** What the engine puts first. */
export interface Lead {
  readonly leading: { readonly name: string; readonly p: number } | null;
  /** "Command the vane actuator over its travel, 9 min"; null where nothing is offered. */
  readonly offered: string | null;
}

/** What the floor shows of a job beside its vehicle and who has it. */
export interface FloorLine extends Lead {
  readonly need: Need["kind"];
  /** The next action in words. */
  readonly next: string;
  readonly minutes: number;
  /** What its parts cost so far, in the site's currency. */
  readonly parts: number;
  readonly spent: Spent;
}

/** The leading suspect and the first thing that is offered, in words. */
export function leadOf({ suspects: [best], plan }: Advice, labels: Labels): Lead {
  const leading = best && best.probability > 0 ? { name: causeName(labels, best.cause), p: best.probability } : null;
  return { leading, offered: offeredText(plan, labels) };
}

function offeredText({ actions: [next] }: Plan, labels: Labels): string | null {
  if (!next) return null;
  const minutes = `${Math.round(next.minutes)} min`;
  return next.kind === "test"
    ? `${next.procedure.title}, ${minutes}`
    : `Repair: ${causeName(labels, next.cause)}, ${minutes}`;
}

/** Of a job that nobody has told anything of. */
const NO_LEAD: Lead = { leading: null, offered: null };

/** @param timed the entries of the job whose minutes count */
export function floorLine(
  facts: JobFacts,
  timed: readonly TimedEntry[],
  { lead: told, labels }: { readonly lead: Lead; readonly labels: Labels },
): FloorLine {
  const need = needOf(facts);
  const lead = isUntold(caseOf(facts)) ? NO_LEAD : told;
  return {
    ...lead,
    need: need.kind,
    next: nextText(need, facts, lead, labels),
    minutes: timed.reduce((sum, { minutes }) => sum + minutes, 0),
    parts: facts.parts.reduce((sum, { cost: { amount } }) => sum + amount, 0),
    spent: spentOn(facts, timed),
  };
}

function nextText(need: Need, facts: JobFacts, { offered }: Lead, labels: Labels): string {
  switch (need.kind) {
    case "part-result":
      return `Try it: ${labels.component(need.component)} is in`;
    case "companions":
      return `Goes with it: ${need.what.map(lowerFirst).join(", ")}`;
    case "proof":
      return need.missing.map((step, at) => (at ? lowerFirst(PROOF_WORDS[step]) : PROOF_WORDS[step])).join(", ");
    case "waiting":
      return `${WAITING_WORDS[need.for]}: ${need.what}${need.due ? `, due ${dayText(need.due)}` : ""}`;
    case "watch":
      return `Ask again on ${dayText(need.until)}`;
    case "decision":
      if (need.about === "catch") return "Plan how to catch it";
      return need.about === "cause" ? "Name the cause" : "Close it";
    default:
      return offered ?? (facts.symptoms.length ? "Nothing in the book bears on it" : "Take down symptoms and codes");
  }
}
