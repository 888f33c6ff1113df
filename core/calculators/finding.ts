import { exhaustive } from "@/core/exhaustive";
import { formatNumber, formatQuantity, type Quantity } from "@/core/measure";

/** Where a mixture is wrong, by the trims at idle and under load. */
export type MixtureSide =
  | "within"
  | "lean-and-rich"
  | "lean-at-idle"
  | "lean-under-load"
  | "lean-everywhere"
  | "rich-at-idle"
  | "rich-under-load"
  | "rich-everywhere";

/** How a fuse stands to the current through it. */
export type FuseState = "carries" | "hot" | "overloaded" | "blows";

/** What a calculator found. Its sentence is `findingText`. */
export type Finding =
  | { readonly kind: "cable-drop"; readonly drop: Quantity }
  | { readonly kind: "joint-resistance"; readonly resistance: Quantity }
  | { readonly kind: "resistance-at"; readonly resistance: Quantity; readonly temperature: Quantity }
  | { readonly kind: "consumer"; readonly current: Quantity; readonly fuse: FuseFound | null }
  | { readonly kind: "days-left"; readonly left: Quantity }
  | ({ readonly kind: "charge" } & ChargePlanned)
  | { readonly kind: "odd"; readonly odd: readonly { readonly number: number; readonly value: number }[] }
  | { readonly kind: "leak"; readonly perMinute: Quantity; readonly direction: "lost" | "gained" | "none" }
  | { readonly kind: "clean-tries"; readonly more: number }
  | { readonly kind: "mixture"; readonly side: MixtureSide }
  | { readonly kind: "vibration"; readonly fits: readonly VibrationFit[] }
  | { readonly kind: "turns"; readonly what: "wheel" | "engine"; readonly speed: Quantity }
  | { readonly kind: "wrench"; readonly setting: Quantity };

export interface FuseFound {
  readonly rating: Quantity;
  readonly state: FuseState;
}

export interface VibrationFit {
  readonly name: string;
  /** Shakes a turn. */
  readonly order: number;
}

export interface ChargePlanned {
  readonly blocks: number;
  readonly minutes: Quantity;
  readonly tries: number;
  /** States of charge and their changes, in per cent. */
  readonly now: Quantity;
  readonly gain: Quantity;
  readonly loss: Quantity;
  readonly needed: Quantity;
  readonly then: Quantity;
  readonly toSpend: Quantity;
}

/** A finding in one sentence or two. */
export function findingText(finding: Finding): string {
  switch (finding.kind) {
    case "cable-drop":
      return `A sound cable loses ${formatQuantity(finding.drop)} at this current; clearly more is a bad joint.`;
    case "joint-resistance":
      return `${formatQuantity(finding.resistance)} lie between the two points; a meter without load would not show them.`;
    case "resistance-at":
      return `It would read ${formatQuantity(finding.resistance)} at ${formatQuantity(finding.temperature)}.`;
    case "consumer":
      return `It draws ${formatQuantity(finding.current)}.${fuseText(finding.fuse)} Never fit a larger fuse than the maker’s.`;
    case "days-left":
      return `It starts for about ${formatQuantity(finding.left)} more.`;
    case "charge":
      return chargeText(finding);
    case "odd":
      return oddText(finding.odd);
    case "leak":
      if (finding.direction === "none") return "Nothing was lost.";
      return `${finding.direction === "lost" ? "Lost" : "Gained"}: ${formatQuantity(finding.perMinute)} a minute.`;
    case "clean-tries":
      if (!finding.more) return "It may be believed gone.";
      return `${finding.more} more clean ${finding.more === 1 ? "try" : "tries"} until it may be believed gone.`;
    case "mixture":
      return MIXTURE_TEXTS[finding.side];
    case "vibration":
      return vibrationText(finding.fits);
    case "turns":
      return `The ${finding.what} turns at ${formatQuantity(finding.speed)}.`;
    case "wrench":
      return `Set the wrench to ${formatQuantity(finding.setting)}.`;
    default:
      return exhaustive(finding, "findingText");
  }
}

function fuseText(fuse: FuseFound | null): string {
  if (!fuse) return "";
  const said = ` The ${formatQuantity(fuse.rating)} fuse`;
  switch (fuse.state) {
    case "blows":
      return `${said} will blow.`;
    case "overloaded":
      return `${said} is overloaded: it may hold for a long time, runs hot, and blows some day.`;
    case "hot":
      return `${said} runs hot: it is loaded over 75 %.`;
    case "carries":
      return `${said} carries it.`;
    default:
      return exhaustive(fuse.state, "fuseText");
  }
}

function chargeText({ blocks, minutes, tries, now, gain, loss, needed, then, toSpend }: ChargePlanned): string {
  const why =
    `It stands at ${formatQuantity(now)}, each block gives ${formatQuantity(gain)}, each try costs ${formatQuantity(loss)}, and before a try ` +
    `it must stand at ${formatQuantity(needed)} at least: ${formatQuantity(then)} leaves ${formatQuantity(toSpend)} to spend.`;
  const tried = tries === 1 ? "one try" : `${tries} tries`;
  if (!blocks) return `Enough for ${tried} now. ${why}`;
  return `Charge ${blocks} ${blocks === 1 ? "block" : "blocks"}, ${formatQuantity(minutes)}; then ${tried}. ${why}`;
}

function oddText(odd: readonly { readonly number: number; readonly value: number }[]): string {
  if (!odd.length) return "They are alike.";
  const names = odd.map(({ number, value }) => `umber ${number} (${formatNumber(value)})`);
  return `N${names.join(" and n")} ${odd.length === 1 ? "stands" : "stand"} apart.`;
}

function vibrationText(fits: readonly VibrationFit[]): string {
  const [best, ...others] = fits.map(({ name, order }) => `${name}, order ${order}`);
  if (best === undefined) return "It follows none of these: look at what turns otherwise, or measure again.";
  if (!others.length) return `It follows the ${best}.`;
  return `It fits the ${best} best, but also the ${others.join(" and the ")}: change gear or speed to part them.`;
}

const MIXTURE_TEXTS: Readonly<Record<MixtureSide, string>> = {
  within: "Both lie within what an engine corrects by itself.",
  "lean-and-rich": "It is lean in one place and rich in the other: look at the air-mass meter first.",
  "lean-at-idle": "Lean at idle and less so under load: air that was not measured gets in.",
  "lean-under-load": "Lean under load and less so at idle: too little fuel comes, or the meter reads too little air.",
  "lean-everywhere": "Lean everywhere: fuel pressure, or a meter that reads too little.",
  "rich-at-idle": "Rich at idle and less so under load: fuel gets in by the tank vent, a dripping injector or the oil.",
  "rich-under-load": "Rich under load and less so at idle: fuel pressure too high, or a blocked air filter.",
  "rich-everywhere": "Rich everywhere: fuel pressure, injectors that leak, or a meter that reads too much.",
};
