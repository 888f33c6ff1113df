import "server-only";
import {
  actionWhy,
  causeName,
  causePhrase,
  changeText,
  evidenceName,
  lowerFirst,
  presentName,
  reasonText,
  savedMinutes,
  type Labels,
} from "@/core/words";
import { causeKey, type Cause, type Book, type Money, type Procedure } from "@/core/book";
import { changesOfMind, stillOpen, whatIfExactly, whileThere, type Action, type Advice } from "@/core/plan";
import type { CaseFile } from "@/core/case";

/** Advice in words, as screens show it. */
export interface SuspectView extends Cause {
  readonly key: string;
  readonly name: string;
  readonly p: number;
  readonly closed: boolean;
  /** A technician named it on this job. */
  readonly named: boolean;
  /** It stands in the book by general practice, not by this shop's experience. */
  readonly general: boolean;
  readonly reasons: readonly ReasonView[];
}

export interface ReasonView {
  readonly name: string;
  readonly text: string;
  readonly weight: number;
}

export type ActionView = TestView | RepairView;

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
  /** By general practice, not by this shop's experience. */
  readonly general: boolean;
  /** Where the odds would go with each of its outcomes: of the best test only. */
  readonly whatIf: readonly WhatIfView[];
}

export interface WhatIfView {
  readonly label: string;
  readonly chance: number;
  /** What moves most. */
  readonly moves: readonly { readonly name: string; readonly from: number; readonly to: number }[];
}

export interface RepairView extends Cause {
  readonly kind: "repair";
  readonly title: string;
  readonly why: string;
  readonly minutes: number;
  readonly partsCost: Money;
  readonly expectedMinutesAfter: number;
  /** Whether the book knows what the repair takes; else nothing is said of it. */
  readonly planned: boolean;
  /** So many cures here took it, where nobody wrote it down; else null. */
  readonly learnt: number | null;
}

export interface AdviceView {
  readonly suspects: readonly SuspectView[];
  readonly unknown: number;
  readonly next: readonly ActionView[];
  /** Work until the cause is fixed by doing what is offered, and the money that parts are expected to take. */
  readonly expectedWorkMinutes: number;
  readonly expectedParts: Money;
  /** Where a cause that is not in the book would be, where that is worth a line. */
  readonly unknownIn: readonly { readonly name: string; readonly p: number }[];
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
const WORTH_NAMING = 0.02;
const MOST_UNLISTED = 3;
const MOST_REASONS = 8;

/** Where a cause that is not in the book would be: a part that fails in another way, or another part of a system. */
function whereUnlisted({ posterior: { unlisted } }: Advice, labels: Labels): AdviceView["unknownIn"] {
  const parts = unlisted.components.map(([component, p]) => ({
    name: `${lowerFirst(labels.component(component))}, failing in another way`,
    p,
  }));
  const systems = unlisted.systems.map(([system, p]) => ({ name: `another part of ${system}`, p }));
  return [...parts, ...systems]
    .filter(({ p }) => p >= WORTH_NAMING)
    .sort((a, b) => b.p - a.p)
    .slice(0, MOST_UNLISTED);
}

const MOST_ACTIONS = 8;

/** Advice in words, for a screen. */
export function adviceView(file: CaseFile, advice: Advice, book: Book, labels: Labels): AdviceView {
  const closed = new Set(advice.closures.map(({ cause }) => cause));
  const named = new Set(advice.named.map((cause) => causeKey(cause)));
  // Who is named is in every list, whatever its odds.
  const suspects = advice.suspects
    .filter(({ cause, probability }) => probability >= SHOWN_P || closed.has(cause.key) || named.has(cause.key))
    .filter(({ cause }, rank) => rank < MOST_SUSPECTS || named.has(cause.key))
    .map(({ cause, probability, reasons }) => ({
      key: cause.key,
      component: cause.component,
      failure: cause.failure,
      name: causeName(labels, cause),
      p: probability,
      closed: closed.has(cause.key),
      named: named.has(cause.key),
      general: cause.general === true,
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
    .map((action, at) => actionView(action, at === 0, { file, advice, book, labels }));
  return {
    suspects,
    unknown: advice.unknown,
    next,
    expectedWorkMinutes: advice.plan.expectedWorkMinutes,
    expectedParts: { amount: advice.plan.expectedParts, currency: book.shop.currency },
    unknownIn: whereUnlisted(advice, labels),
    ...explanations(advice, book, labels),
    secondBest: secondBest(next),
  };
}

type Explanations = Pick<AdviceView, "whileThere" | "stillOpen" | "pairs" | "changes">;

/** What the arithmetic says beside odds and plan. */
export function explanations(advice: Advice, book: Book, labels: Labels): Explanations {
  const { posterior, plan, suspects } = advice;
  const [lead] = suspects;
  const at = lead ? book.causes.findIndex(({ key }) => key === lead.cause.key) : -1;
  return {
    whileThere: whileThere(plan).map(({ procedure: { key, title, minutes } }) => ({ procedure: key, title, minutes })),
    stillOpen: at < 0 ? [] : stillOpen(posterior, at).map((feature) => presentName(labels, feature)),
    pairs: posterior.pairs().map(({ causes: [one, other], probability }) => ({
      name: `${causeName(labels, one)} and ${causePhrase(labels, other)}`,
      p: probability,
    })),
    changes: changesOfMind(book, posterior, plan).map((change) => changeText(labels, change)),
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

function whatIfViews(procedure: Procedure, { file, advice, book, labels }: Told): readonly WhatIfView[] {
  const { suspects, unknown, posterior } = advice;
  return whatIfExactly(book, file, posterior, procedure).map(({ label, chance, odds }) => {
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
  readonly file: CaseFile;
  readonly advice: Advice;
  readonly book: Book;
  readonly labels: Labels;
}

function actionView(action: Action, isFirst: boolean, { file, advice, book, labels }: Told): ActionView {
  const causeOf = (key: string) => book.causes.find((cause) => cause.key === key) ?? null;
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
      general: action.procedure.general === true,
      expectedMinutesAfter,
      whatIf: isFirst ? whatIfViews(action.procedure, { file, advice, book, labels }) : [],
    };
  }
  const { component, failure } = action.cause;
  const partsCost = { amount: action.partsCost, currency: book.shop.currency };
  return {
    kind: "repair",
    component,
    failure,
    title: causeName(labels, action.cause),
    why,
    minutes,
    partsCost,
    expectedMinutesAfter,
    planned: action.planned,
    learnt: action.learnt,
  };
}
