import type { EffectKind, Procedure, ProcedureKind, TraceLook, VariantSpec } from "@/core/book";
import { readNumber } from "@/core/measure";
import { appliesDraft, appliesOf, EVERY_VEHICLE, type AppliesDraft } from "./applies-draft";
import { listed } from "@/features/shared/listed";
import { specDraft, specOf, type SpecDraft } from "./spec-draft";

/** A procedure while it is written. */
export interface ProcedureDraft {
  readonly title: string;
  readonly question: string;
  readonly place: string;
  readonly component: string;
  readonly minutes: string;
  readonly access: string;
  readonly accessMinutes: string;
  /** One a line. */
  readonly tools: string;
  readonly cautions: string;
  readonly preconditions: string;
  readonly steps: string;
  readonly points: string;
  readonly kind: ProcedureKind;
  readonly look: TraceLook;
  readonly spec: SpecDraft;
  readonly specs: readonly VariantDraft[];
  readonly outcomes: readonly OutcomeDraft[];
  readonly applies: AppliesDraft;
  /** A cheap look at what other tests rely on. */
  readonly basic: boolean;
}

export interface VariantDraft {
  readonly from: string;
  readonly to: string;
  /** With commas between them. */
  readonly engines: string;
  readonly markets: string;
  readonly partMaker: string;
  readonly source: VariantSpec["source"];
  readonly reference: string;
  readonly spec: SpecDraft;
}

export interface OutcomeDraft {
  readonly key: string | null;
  readonly label: string;
  readonly effects: readonly { readonly component: string; readonly failure: string; readonly effect: EffectKind }[];
}

export const EMPTY_VARIANT: VariantDraft = {
  from: "",
  to: "",
  engines: "",
  markets: "",
  partMaker: "",
  source: "maker",
  reference: "",
  spec: { ...specDraft(null), kind: "range" },
};

/** Outcomes that a kind of test comes to by itself: with these keys its verdict chooses among them. */
export const USUAL_OUTCOMES: Readonly<Record<ProcedureKind, readonly (readonly [key: string, label: string])[]>> = {
  value: [
    ["in-spec", "As wanted"],
    ["out-of-spec", "Not as wanted"],
  ],
  several: [
    ["alike", "All alike"],
    ["odd", "One stands apart"],
  ],
  "high-voltage": [
    ["dead", "Dead: work may begin"],
    ["live", "Live: stop, secure, call for help"],
  ],
  "beside-good": [
    ["alike", "Like the good one"],
    ["differs", "Unlike the good one"],
  ],
  "before-after": [
    ["cured", "Passes now"],
    ["still-bad", "Fails as before"],
  ],
  loudest: [
    ["front", "Loudest at the front"],
    ["rear", "Loudest at the rear"],
  ],
  swap: [
    ["moved", "The fault moved with the part"],
    ["stayed", "The fault stayed"],
    ["gone", "Gone since the swap"],
  ],
  "direct-feed": [
    ["part", "Does not run when fed: the part"],
    ["wiring", "Runs, and a command is sent: the wiring"],
    ["control", "Runs, and no command is sent: the control"],
  ],
  trace: [
    ["in-spec", "As wanted"],
    ["out-of-spec", "Not as wanted"],
  ],
};

export const usualOutcomes = (kind: ProcedureKind): readonly OutcomeDraft[] =>
  USUAL_OUTCOMES[kind].map(([key, label]) => ({ key, label, effects: [] }));

/** What a new procedure begins with: nothing, or what somebody just did. */
export interface ProcedureStart {
  readonly title: string;
  readonly minutes: number | null;
  readonly outcome: string;
  readonly effects: Procedure["outcomes"][number]["effects"];
}

export function newProcedureDraft({ title, minutes, outcome, effects }: ProcedureStart): ProcedureDraft {
  const component = effects[0]?.component ?? "";
  const usual = usualOutcomes("value");
  const seen = {
    key: null,
    label: outcome,
    effects: effects.map((each) => ({ ...each, failure: each.failure ?? "" })),
  };
  return {
    title,
    question: "",
    place: "",
    component,
    minutes: minutes === null ? "" : String(minutes),
    access: "",
    accessMinutes: "",
    tools: "",
    cautions: "",
    preconditions: "",
    steps: "",
    points: "",
    kind: "value",
    look: "limits",
    spec: specDraft(null),
    specs: [],
    outcomes: outcome ? [seen, { key: null, label: "", effects: [] }] : usual,
    applies: EVERY_VEHICLE,
    basic: false,
  };
}

export function procedureDraft(procedure: Procedure): ProcedureDraft {
  const { title, question, place, component, minutes, access, accessMinutes, kind, look, spec } = procedure;
  const lines = (list: readonly string[]) => list.join("\n");
  return {
    title,
    question,
    place,
    component: component ?? "",
    minutes: String(minutes),
    access: access ?? "",
    accessMinutes: String(accessMinutes),
    kind,
    look: look ?? "limits",
    tools: lines(procedure.tools),
    cautions: lines(procedure.cautions),
    steps: lines(procedure.steps),
    preconditions: lines(procedure.preconditions),
    points: lines(procedure.points),
    applies: appliesDraft(procedure.applies),
    basic: procedure.basic === true,
    spec: specDraft(spec),
    specs: procedure.specs.map((each) => ({
      from: each.years ? String(each.years[0]) : "",
      to: each.years ? String(each.years[1]) : "",
      engines: each.engines.join(", "),
      markets: each.markets.join(", "),
      partMaker: each.partMaker ?? "",
      source: each.source,
      reference: each.reference,
      spec: specDraft(each.spec),
    })),
    outcomes: procedure.outcomes.map(({ key, label, effects }) => ({
      key,
      label,
      effects: effects.map((effect) => ({ ...effect, failure: effect.failure ?? "" })),
    })),
  };
}

/** What was written as the command takes it. */
export function writtenOf(draft: ProcedureDraft) {
  const { title, question, place, kind } = draft;
  return {
    title,
    question,
    place,
    kind,
    component: draft.component || null,
    minutes: numberOrText(draft.minutes),
    access: draft.access.trim().toLowerCase().replace(/\s+/g, "-") || null,
    accessMinutes: draft.accessMinutes.trim() ? numberOrText(draft.accessMinutes) : 0,
    tools: linesOf(draft.tools),
    cautions: linesOf(draft.cautions),
    steps: linesOf(draft.steps),
    preconditions: linesOf(draft.preconditions),
    points: linesOf(draft.points),
    applies: appliesOf(draft.applies),
    basic: draft.basic,
    look: kind === "trace" ? draft.look : null,
    spec: specOf(draft.spec),
    specs: draft.specs.map(({ from, to, engines, markets, partMaker, source, reference, spec }) => ({
      years: from.trim() || to.trim() ? [numberOrText(from || to), numberOrText(to || from)] : null,
      engines: listed(engines),
      markets: listed(markets),
      partMaker,
      source,
      reference,
      spec: specOf(spec),
    })),
    outcomes: draft.outcomes
      .filter(({ label, effects }) => label.trim() || effects.length)
      .map(({ key, label, effects }) => ({
        key,
        label,
        effects: effects.map(({ component, failure, effect }) => ({ component, failure: failure || null, effect })),
      })),
  };
}

const numberOrText = (text: string) => readNumber(text) ?? text;

const linesOf = (text: string) =>
  text
    .split("\n")
    .map((line) => line.trim())
    .filter(Boolean);
