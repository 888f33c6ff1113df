import { formatNumber, oddOneOut } from "@/core/measure";
import { doubtLeft, type HowOften } from "@/core/proof";
import { computed, impossible, quantity, type Calculator } from "./calculator";
import type { MixtureSide } from "./finding";

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
    return computed(
      { kind: "odd", odd: odd.map((at) => ({ number: at + 1, value: list[at] ?? 0 })) },
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
      {
        kind: "leak",
        perMinute: quantity(Math.abs(perMinute), "kPa"),
        direction: perMinute === 0 ? "none" : lost ? "lost" : "gained",
      },
      ["A minute", quantity(perMinute, "kPa")],
      ...(flow === null ? [] : [["Air through the leak, a minute", quantity(flow, "L")] as const]),
    );
  },
};

export const CLEAN_TRIES: Calculator = {
  key: "clean-tries",
  title: "Clean tries until it may be believed",
  question: "It came one time in n. How many tries without it until it may be gone?",
  formula:
    "left after k clean ones: counted, B(a, b + k) / B(a, b) with a = times + ½, b = tries − times + ½; as told, (1 − 1/n)^k; believed from the first k that leaves 1 − belief at most",
  source:
    "Jeffreys’ prior and the beta-binomial (Gelman et al., Bayesian Data Analysis, 2.4 and 2.8): a rate that was counted in few tries is uncertain itself",
  inputs: [
    {
      kind: "number",
      name: "times",
      label: "It showed",
      hint: "times",
      unit: null,
      above: 0,
      most: 10_000,
      whole: true,
    },
    { kind: "number", name: "tries", label: "in so many tries", unit: null, above: 0, most: 10_000, whole: true },
    {
      kind: "choice",
      name: "known",
      label: "How often it shows is",
      choices: [
        { value: "counted", label: "counted here, before the repair" },
        { value: "told", label: "as the customer says" },
      ],
    },
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
    const [shown, tries] = [values.number("times"), values.number("tries")];
    if (shown > tries) return impossible("times", "cannot be more than the tries");
    const often: HowOften =
      values.choice("known") === "told" ? { kind: "told", oneIn: tries / shown } : { kind: "tried", shown, tries };
    const clean = values.maybe("clean") ?? 0;
    const { doubt, triesNeeded } = doubtLeft(often, clean, values.number("belief") / 100);
    if (triesNeeded === null) return impossible("belief", "takes more than 10 000 tries");
    return computed(
      { kind: "clean-tries", more: Math.max(0, triesNeeded - clean) },
      ["Clean tries needed", String(triesNeeded)],
      ["Chance of so many clean tries with the fault still there", quantity(doubt * 100, "%")],
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
      { kind: "mixture", side: mixtureSide(idle, load) },
      ["Idle, together", quantity(idle, "%")],
      ["Under load, together", quantity(load, "%")],
    );
  },
};

/** @param idle trims together at idle, %; @param load the same under load */
function mixtureSide(idle: number, load: number): MixtureSide {
  const lean = Math.max(idle, load) > TRIM_LIMIT;
  const rich = Math.min(idle, load) < -TRIM_LIMIT;
  if (lean && rich) return "lean-and-rich";
  if (lean) {
    if (idle - load > TRIM_GAP) return "lean-at-idle";
    return load - idle > TRIM_GAP ? "lean-under-load" : "lean-everywhere";
  }
  if (!rich) return "within";
  if (load - idle > TRIM_GAP) return "rich-at-idle";
  return idle - load > TRIM_GAP ? "rich-under-load" : "rich-everywhere";
}
