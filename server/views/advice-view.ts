import "server-only";
import {
  actionWhy,
  causeName,
  causePhrase,
  changesOfMind,
  changeText,
  evidenceName,
  lowerFirst,
  presentName,
  reasonText,
  savedMinutes,
  stillOpen,
  whatIf,
  whileThere,
  type Action,
  type Advice,
  type Cause,
  type Knowledge,
  type Labels,
  type Money,
  type Procedure,
} from "@/core/diagnosis";

/** Advice in words, as screens show it. */
export interface SuspectView extends Cause {
  readonly key: string;
  readonly name: string;
  readonly p: number;
  readonly closed: boolean;
  readonly reasons: readonly ReasonView[];
}

export interface ReasonView {
  readonly name: string;
  readonly text: string;
  readonly weight: number;
}

export type ActionView = TestView | FixView;

export interface TestView {
  readonly kind: "test";
  readonly procedure: string;
  readonly title: string;
  readonly why: string;
  readonly minutes: number;
  readonly accessMinutes: number;
  readonly access: string | null;
  readonly savesMinutes: number;
  readonly expectedMinutesAfter: number;
  /** Where the odds would go with each of its outcomes: of the best test only. */
  readonly whatIf: readonly WhatIfView[];
}

export interface WhatIfView {
  readonly label: string;
  readonly chance: number;
  /** What moves most. */
  readonly moves: readonly { readonly name: string; readonly from: number; readonly to: number }[];
}

export interface FixView extends Cause {
  readonly kind: "fix";
  readonly title: string;
  readonly why: string;
  readonly minutes: number;
  readonly partsCost: Money;
  readonly expectedMinutesAfter: number;
}

export interface AdviceView {
  readonly suspects: readonly SuspectView[];
  readonly unknown: number;
  readonly next: readonly ActionView[];
  readonly expectedMinutes: number;
  /** Nothing of the book is worth more than looking for the cause from nothing. */
  readonly fromScratch: boolean;
  /** What the second best way costs more than the best. */
  readonly secondBest: { readonly title: string; readonly moreMinutes: number } | null;
  /** Other tests behind the same access as the best one, worth doing while it is open. */
  readonly whileThere: readonly { readonly procedure: string; readonly title: string; readonly minutes: number }[];
  /** What is there and the leading suspect does not explain. */
  readonly stillOpen: readonly string[];
  /** Two causes at once, where that is worth thinking of. */
  readonly pairs: readonly { readonly name: string; readonly p: number }[];
  /** Outcomes that would put another suspect first. */
  readonly changes: readonly string[];
}

/** Below this a suspect is not worth a line unless it was closed. */
const SHOWN_P = 0.01;
const MOST_SUSPECTS = 12;
const MOST_REASONS = 8;
const MOST_ACTIONS = 8;

export function adviceView(advice: Advice, knowledge: Knowledge, labels: Labels): AdviceView {
  const closed = new Set(advice.closures.map(({ cause }) => cause));
  const suspects = advice.suspects
    .filter(({ cause, probability }) => probability >= SHOWN_P || closed.has(cause.key))
    .slice(0, MOST_SUSPECTS)
    .map(({ cause, probability, reasons }) => ({
      key: cause.key,
      component: cause.component,
      failure: cause.failure,
      name: causeName(labels, cause),
      p: probability,
      closed: closed.has(cause.key),
      reasons: reasons()
        .slice(0, MOST_REASONS)
        .map((reason) => ({
          name: evidenceName(labels, reason.source),
          text: reasonText(labels, reason),
          weight: reason.weight,
        })),
    }));
  const next = advice.plan.actions
    .slice(0, MOST_ACTIONS)
    // Only of the first is it asked what if.
    .map((action, at) => actionView(action, at === 0, { advice, knowledge, labels }));
  return {
    ...{ suspects, unknown: advice.unknown, next },
    ...{ expectedMinutes: advice.plan.expectedMinutes, fromScratch: advice.plan.fromScratch },
    ...explanations(advice, knowledge, labels),
    secondBest: secondBest(next),
  };
}

type Explanations = Pick<AdviceView, "whileThere" | "stillOpen" | "pairs" | "changes">;

/** What the arithmetic says beside odds and plan. */
export function explanations(advice: Advice, knowledge: Knowledge, labels: Labels): Explanations {
  const { posterior, plan, suspects, unknown } = advice;
  const [lead] = suspects;
  const at = lead ? knowledge.causes.findIndex(({ key }) => key === lead.cause.key) : -1;
  const odds = { byCause: posterior.byCause, unknown };
  return {
    whileThere: whileThere(plan).map(({ procedure: { key, title, minutes } }) => ({ procedure: key, title, minutes })),
    stillOpen: at < 0 ? [] : stillOpen(posterior, at).map((feature) => presentName(labels, feature)),
    pairs: posterior.pairs().map(({ causes: [one, other], probability }) => ({
      name: `${causeName(labels, one)} and ${causePhrase(labels, other)}`,
      p: probability,
    })),
    changes: changesOfMind(knowledge, odds, plan).map((change) => changeText(labels, change)),
  };
}

function secondBest([best, second]: readonly ActionView[]): AdviceView["secondBest"] {
  if (!best || !second) return null;
  return {
    title: second.kind === "test" ? second.title : `repairing ${lowerFirst(second.title)}`,
    moreMinutes: second.expectedMinutesAfter - best.expectedMinutesAfter,
  };
}

const MOST_MOVES = 3;
/** A move of less is not worth a line. */
const LEAST_MOVE = 0.02;
const NOT_IN_THE_BOOK = "Not in the book";

function whatIfViews(procedure: Procedure, { advice, knowledge, labels }: Told): readonly WhatIfView[] {
  const { suspects, unknown } = advice;
  const byCause = new Map(suspects.map(({ cause, probability }) => [cause.key, probability]));
  return whatIf(knowledge, { byCause, unknown }, procedure).map(({ label, chance, odds }) => {
    const moves = suspects.map(({ cause, probability }) => ({
      name: causeName(labels, cause),
      from: probability,
      to: odds.byCause.get(cause.key) ?? 0,
    }));
    return {
      label,
      chance,
      moves: [...moves, { name: NOT_IN_THE_BOOK, from: unknown, to: odds.unknown }]
        .filter(({ from, to }) => Math.abs(to - from) >= LEAST_MOVE)
        .sort((a, b) => Math.abs(b.to - b.from) - Math.abs(a.to - a.from))
        .slice(0, MOST_MOVES),
    };
  });
}

interface Told {
  readonly advice: Advice;
  readonly knowledge: Knowledge;
  readonly labels: Labels;
}

function actionView(action: Action, isFirst: boolean, { advice, knowledge, labels }: Told): ActionView {
  const causeOf = (key: string) => knowledge.causes.find((cause) => cause.key === key) ?? null;
  const { plan } = advice;
  const why = actionWhy(labels, action, plan, causeOf);
  const { minutes, expectedMinutesAfter } = action;
  if (action.kind === "test") {
    const { key, title, minutes: work, access } = action.procedure;
    const savesMinutes = savedMinutes(action, plan);
    return {
      kind: "test",
      procedure: key,
      title,
      why,
      minutes,
      accessMinutes: minutes - work,
      access,
      savesMinutes,
      expectedMinutesAfter,
      whatIf: isFirst ? whatIfViews(action.procedure, { advice, knowledge, labels }) : [],
    };
  }
  const { component, failure } = action.cause;
  const partsCost = { amount: action.partsCost, currency: knowledge.shop.currency };
  return {
    kind: "fix",
    component,
    failure,
    title: causeName(labels, action.cause),
    why,
    minutes,
    partsCost,
    expectedMinutesAfter,
  };
}
