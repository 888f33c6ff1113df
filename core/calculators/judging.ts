import { formatNumber, formatQuantity, oddOneOut } from "@/core/measure";
import { computed, impossible, quantity, type Calculator } from "./calculator";

export const ODD_ONE: Calculator = {
  key: "odd-one-out",
  title: "Odd one out",
  question: "Which of several like things stands apart?",
  formula: "score = 0.6745 · (x − median) / MAD, odd beyond 3.5; nothing within 7 % of the median stands apart",
  source: "Iglewicz and Hoaglin (1993)",
  inputs: [
    { kind: "list", name: "readings", label: "Readings, in order", hint: "0,7 0,8 4,0 0,7", unit: "ohm", least: 3 },
  ],
  compute: (values) => {
    const list = values.list("readings");
    const result = oddOneOut(list.map((value, at) => ({ label: String(at + 1), reading: { value, unit: "ohm" } })));
    if (!result.ok) return impossible("readings", "needs three readings at least");
    const { median, mad, odd, scores } = result.comparison;
    const names = odd.map((at) => `number ${at + 1} (${formatNumber(list[at] ?? 0)})`).join(" and ");
    return computed(
      odd.length
        ? `${names.charAt(0).toUpperCase()}${names.slice(1)} ${odd.length === 1 ? "stands" : "stand"} apart.`
        : "They are alike.",
      ["Median", formatNumber(median ?? 0)],
      ["Spread (MAD)", formatNumber(mad ?? 0)],
      ...scores.map(
        (score, at) =>
          [`Number ${at + 1}`, `${formatNumber(Math.min(999, Math.abs(score ?? 0)))} spreads away`] as const,
      ),
    );
  },
};

export const LEAK_RATE: Calculator = {
  key: "leak-rate",
  title: "Leak rate",
  question: "How fast is a held pressure or vacuum lost?",
  formula: "rate = (p₂ − p₁) / t,   flow = rate · V / p(air)",
  source: "Ideal gas at constant temperature, air at 101.325 kPa",
  inputs: [
    { kind: "number", name: "first", label: "Pressure at the start", unit: "kPa", least: -101.325, most: 400_000 },
    { kind: "number", name: "last", label: "Pressure at the end", unit: "kPa", least: -101.325, most: 400_000 },
    { kind: "number", name: "time", label: "Time between", unit: "min", above: 0, most: 10_000 },
    {
      kind: "number",
      name: "volume",
      label: "Volume that holds it",
      unit: "L",
      above: 0,
      most: 10_000,
      optional: true,
    },
  ],
  compute: (values) => {
    const perMinute = (values.number("last") - values.number("first")) / values.number("time");
    const volume = values.maybe("volume");
    const flow = volume === null ? null : (Math.abs(perMinute) * volume) / 101.325;
    const lost = Math.abs(values.number("last")) < Math.abs(values.number("first"));
    return computed(
      perMinute === 0
        ? "Nothing was lost."
        : `${lost ? "Lost" : "Gained"}: ${formatQuantity(quantity(Math.abs(perMinute), "kPa"))} a minute.`,
      ["A minute", quantity(perMinute, "kPa")],
      ...(flow === null ? [] : [["Air through the leak, a minute", quantity(flow, "L")] as const]),
    );
  },
};

export const CLEAN_TRIES: Calculator = {
  key: "clean-tries",
  title: "Clean tries until it may be believed",
  question: "It came one time in n. How many tries without it until it may be gone?",
  formula: "k ≥ ln(1 − belief) / ln(1 − 1/n),   left after k: (1 − 1/n)^k",
  source: "Independent tries with the rate seen before the repair",
  inputs: [
    {
      kind: "number",
      name: "times",
      label: "It showed",
      hint: "times, before the repair",
      unit: null,
      above: 0,
      most: 10_000,
      whole: true,
    },
    { kind: "number", name: "tries", label: "in so many tries", unit: null, above: 0, most: 10_000, whole: true },
    { kind: "number", name: "belief", label: "How sure to be", unit: "%", least: 50, most: 99.99 },
    {
      kind: "number",
      name: "clean",
      label: "Clean tries so far",
      unit: null,
      least: 0,
      most: 100_000,
      whole: true,
      optional: true,
    },
  ],
  compute: (values) => {
    const rate = values.number("times") / values.number("tries");
    if (rate > 1) return impossible("times", "cannot be more than the tries");
    const needed = rate === 1 ? 1 : Math.ceil(Math.log(1 - values.number("belief") / 100) / Math.log(1 - rate) - 1e-9);
    const clean = values.maybe("clean") ?? 0;
    const left = (1 - rate) ** clean;
    return computed(
      clean >= needed
        ? "It may be believed gone."
        : `${needed - clean} more clean ${needed - clean === 1 ? "try" : "tries"} until it may be believed gone.`,
      ["Clean tries needed", String(needed)],
      ["Chance of so many clean tries with the fault still there", quantity(left * 100, "%")],
    );
  },
};

/** Beyond this a trim has left the middle that every engine wanders in. */
const TRIM_LIMIT = 8;
/** A leak of false air matters at idle and hardly at load; a pump that gives too little the other way round. */
const TRIM_GAP = 5;

export const MIXTURE_TRIMS: Calculator = {
  key: "mixture-trims",
  title: "Mixture trims to a likely side",
  question: "Where is the mixture wrong: false air, fuel, or the meter?",
  formula: "total = short + long, at idle and at load; beyond ±8 % it is off, 5 % between them tell which",
  source: "Mass balance of air and fuel; limits as commonly used",
  inputs: [
    { kind: "number", name: "idleShort", label: "Idle: short-term trim", unit: "%", least: -60, most: 60 },
    { kind: "number", name: "idleLong", label: "Idle: long-term trim", unit: "%", least: -60, most: 60 },
    { kind: "number", name: "loadShort", label: "Under load: short-term", unit: "%", least: -60, most: 60 },
    { kind: "number", name: "loadLong", label: "Under load: long-term", unit: "%", least: -60, most: 60 },
  ],
  compute: (values) => {
    const idle = values.number("idleShort") + values.number("idleLong");
    const load = values.number("loadShort") + values.number("loadLong");
    return computed(
      trimSentence(idle, load),
      ["Idle, together", quantity(idle, "%")],
      ["Under load, together", quantity(load, "%")],
    );
  },
};

function trimSentence(idle: number, load: number): string {
  const lean = Math.max(idle, load) > TRIM_LIMIT;
  const rich = Math.min(idle, load) < -TRIM_LIMIT;
  if (lean && rich) return "It is lean in one place and rich in the other: look at the air-mass meter first.";
  if (!lean && !rich) return "Both lie within what an engine corrects by itself.";
  if (lean) {
    if (idle - load > TRIM_GAP) return "Lean at idle and less so under load: air that was not measured gets in.";
    if (load - idle > TRIM_GAP)
      return "Lean under load and less so at idle: too little fuel comes, or the meter reads too little air.";
    return "Lean everywhere: fuel pressure, or a meter that reads too little.";
  }
  if (load - idle > TRIM_GAP)
    return "Rich at idle and less so under load: fuel gets in by the tank vent, a dripping injector or the oil.";
  if (idle - load > TRIM_GAP)
    return "Rich under load and less so at idle: fuel pressure too high, or a blocked air filter.";
  return "Rich everywhere: fuel pressure, injectors that leak, or a meter that reads too much.";
}
