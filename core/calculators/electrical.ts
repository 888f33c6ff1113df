import { computed, impossible, quantity, type Calculator } from "./calculator";
import type { FuseState } from "./finding";

/** Copper at 20 degC, ohm square millimetres a metre: IEC 60028 (annealed copper, 1/58). */
const COPPER = 1 / 58;
/** Of copper and aluminium near 20 degC, a kelvin: IEC 60028 and IEC 60889. */
const PER_KELVIN = { copper: 0.00393, aluminium: 0.00403 } as const;

export const CABLE_DROP: Calculator = {
  key: "cable-drop",
  title: "Voltage drop of a cable",
  question: "How much may this cable lose, and what is its resistance?",
  formula: "R = ρ · L / A,   U = I · R,   ρ(Cu, 20 °C) = 1/58 Ω·mm²/m",
  source: "Ohm’s law; IEC 60028 for copper",
  inputs: [
    {
      kind: "number",
      name: "length",
      label: "Length of the conductor, there and back",
      unit: "m",
      above: 0,
      most: 100,
    },
    { kind: "number", name: "area", label: "Cross-section", unit: "mm2", above: 0, most: 500 },
    { kind: "number", name: "current", label: "Current", unit: "A", above: 0, most: 3000 },
    { kind: "number", name: "temperature", label: "Temperature", unit: "degC", least: -60, most: 200, optional: true },
  ],
  compute: (values) => {
    const warmth = 1 + PER_KELVIN.copper * ((values.maybe("temperature") ?? 20) - 20);
    const ohms = ((COPPER * values.number("length")) / values.number("area")) * warmth;
    const drop = ohms * values.number("current");
    return computed(
      { kind: "cable-drop", drop: quantity(drop, "V") },
      ["Drop", quantity(drop, "V")],
      ["Resistance", quantity(ohms, "ohm")],
      ["Heat in the cable", quantity(drop * values.number("current"), "W")],
    );
  },
};

export const MEASURED_DROP: Calculator = {
  key: "joint-resistance",
  title: "Resistance from a measured drop",
  question: "How many ohms hide in this joint or cable?",
  formula: "R = U / I",
  source: "Ohm’s law",
  inputs: [
    { kind: "number", name: "drop", label: "Drop, measured under load", unit: "V", least: 0, most: 1000 },
    { kind: "number", name: "current", label: "Current at that moment", unit: "A", above: 0, most: 3000 },
  ],
  compute: (values) => {
    const ohms = values.number("drop") / values.number("current");
    return computed(
      { kind: "joint-resistance", resistance: quantity(ohms, "ohm") },
      ["Resistance", quantity(ohms, "ohm")],
      ["Heat there", quantity(values.number("drop") * values.number("current"), "W")],
    );
  },
};

export const RESISTANCE_AT: Calculator = {
  key: "resistance-at-temperature",
  title: "Resistance at another temperature",
  question: "What would this winding read at the temperature of the spec?",
  formula: "R₂ = R₁ · (1 + α · (T₂ − 20)) / (1 + α · (T₁ − 20)),   α(Cu) = 0.00393/K, α(Al) = 0.00403/K",
  source: "IEC 60028, IEC 60889; linear between about −50 and 200 °C",
  inputs: [
    { kind: "number", name: "resistance", label: "Measured", unit: "ohm", above: 0 },
    { kind: "number", name: "measuredAt", label: "at", unit: "degC", least: -60, most: 250 },
    { kind: "number", name: "wantedAt", label: "Wanted at", unit: "degC", least: -60, most: 250 },
    {
      kind: "choice",
      name: "metal",
      label: "Metal",
      choices: [
        { value: "copper", label: "Copper" },
        { value: "aluminium", label: "Aluminium" },
      ],
    },
  ],
  compute: (values) => {
    const alpha = values.choice("metal") === "aluminium" ? PER_KELVIN.aluminium : PER_KELVIN.copper;
    const at = (celsius: number) => 1 + alpha * (celsius - 20);
    const ohms = (values.number("resistance") * at(values.number("wantedAt"))) / at(values.number("measuredAt"));
    return computed(
      {
        kind: "resistance-at",
        resistance: quantity(ohms, "ohm"),
        temperature: quantity(values.number("wantedAt"), "degC"),
      },
      ["Resistance", quantity(ohms, "ohm")],
    );
  },
};

/** Blade fuses by ISO 8820-3, in amperes. */
const FUSES = [1, 2, 3, 4, 5, 7.5, 10, 15, 20, 25, 30, 35, 40, 50, 60, 80, 100, 125, 150, 175, 200];
/** A fuse carries its rating for a while only; what flows steadily stays under so much of it (makers of fuses, at 23 degC). */
const STEADY_SHARE = 0.75;
/** A blade fuse has to hold its rating and a tenth for a hundred hours, and to blow within half an hour at 1.35 times it (ISO 8820-3). */
const BLOWS_AT = 1.35;

export const POWER_AND_FUSE: Calculator = {
  key: "power-fuse",
  title: "Current, power and fuse",
  question: "What does this consumer draw, and does its fuse fit?",
  formula: "I = P / U,   steady current ≤ 0.75 · fuse",
  source: "Ohm’s law; ISO 8820-3 ratings, steady load at 75 % of the rating",
  inputs: [
    { kind: "number", name: "power", label: "Power", unit: "W", above: 0, most: 50_000 },
    { kind: "number", name: "voltage", label: "Voltage", unit: "V", above: 0, most: 1000 },
    { kind: "number", name: "fuse", label: "Fuse that is fitted", unit: "A", above: 0, most: 1000, optional: true },
  ],
  compute: (values) => {
    const amperes = values.number("power") / values.number("voltage");
    const needed = FUSES.find((fuse) => amperes <= fuse * STEADY_SHARE);
    const fitted = values.maybe("fuse");
    const fuse =
      fitted === null ? null : { rating: quantity(fitted, "A"), state: stateOfFuse({ amperes, ratingA: fitted }) };
    return computed(
      { kind: "consumer", current: quantity(amperes, "A"), fuse },
      ["Current", quantity(amperes, "A")],
      ["Resistance when warm", quantity(values.number("voltage") / amperes, "ohm")],
      ["Smallest fuse that carries it", needed ? quantity(needed, "A") : "none of the blade fuses"],
    );
  },
};

function stateOfFuse({ amperes, ratingA }: { readonly amperes: number; readonly ratingA: number }): FuseState {
  if (amperes > ratingA * BLOWS_AT) return "blows";
  if (amperes > ratingA) return "overloaded";
  return amperes > ratingA * STEADY_SHARE ? "hot" : "carries";
}

/** Below this a starter battery may not start the engine. */
const STARTS_AT = 0.5;

export const PARASITIC_DRAIN: Calculator = {
  key: "parasitic-drain",
  title: "Rest current to days",
  question: "How long until the battery does not start the engine any more?",
  formula: "t = C · (state now − 50 %) / I",
  source: "Charge balance; half charge taken as the least that starts",
  inputs: [
    { kind: "number", name: "current", label: "Rest current, all asleep", unit: "mA", above: 0, most: 100_000 },
    { kind: "number", name: "capacity", label: "Battery", unit: "Ah", above: 0, most: 1000 },
    { kind: "number", name: "state", label: "State of charge now", unit: "%", above: 0, most: 100 },
  ],
  compute: (values) => {
    const usable = values.number("capacity") * (values.number("state") / 100 - STARTS_AT);
    if (usable <= 0) return impossible("state", "is half or less already: it may not start now");
    const hours = usable / (values.number("current") / 1000);
    return computed(
      { kind: "days-left", left: quantity(hours / 24, "d") },
      ["Until half charge", quantity(hours / 24, "d")],
      ["Lost a day", quantity((values.number("current") / 1000) * 24, "Ah")],
    );
  },
};

export const CHARGE_PLAN: Calculator = {
  key: "charge-plan",
  title: "Charge plan",
  question: "How long to charge before the next try, and how many tries does it leave?",
  formula: "blocks = ⌈(needed − now) / gain⌉,   tries = ⌊(state − needed) / loss⌋ + 1",
  source: "Counting, with the charger’s own gain as measured",
  inputs: [
    { kind: "number", name: "now", label: "State now", unit: "%", least: 0, most: 100 },
    { kind: "number", name: "needed", label: "State that a try needs", unit: "%", least: 0, most: 100 },
    { kind: "number", name: "gain", label: "Gained by one block of charging", unit: "%", above: 0, most: 100 },
    { kind: "number", name: "block", label: "Minutes of a block", unit: "min", above: 0, most: 1440 },
    { kind: "number", name: "loss", label: "Lost by one try", unit: "%", above: 0, most: 100 },
  ],
  compute: (values) => {
    const [now, needed] = [values.number("now"), values.number("needed")];
    const [gain, loss] = [values.number("gain"), values.number("loss")];
    // A try is started at what it needs at least; after it the battery may be lower.
    const blocks = Math.max(0, Math.ceil((needed - now) / gain - 1e-9));
    const state = Math.min(100, now + blocks * gain);
    const tries = Math.floor((state - needed) / loss + 1e-9) + 1;
    const minutes = blocks * values.number("block");
    return computed(
      {
        kind: "charge",
        blocks,
        minutes: quantity(minutes, "min"),
        tries,
        now: quantity(now, "%"),
        gain: quantity(gain, "%"),
        loss: quantity(loss, "%"),
        needed: quantity(needed, "%"),
        then: quantity(state, "%"),
        toSpend: quantity(state - needed, "%"),
      },
      ["Blocks", String(blocks)],
      ["Minutes", quantity(minutes, "min")],
      ["Tries then", String(tries)],
      ["State before the first try", quantity(state, "%")],
    );
  },
};
