import { exhaustive } from "@/core/exhaustive";
import {
  explainJudgement,
  formatNumber,
  formatQuantity,
  formatReading,
  type Change,
  type Judgement,
  type Spec,
} from "@/core/measure";
import type { SwapFound, TestVerdict, TraceSeen, VerdictSaid } from "@/core/verdict";
import { upperFirst } from "./words";

/** What a verdict says, without its full stop; null where there is none to tell of. */
export function verdictText(judged: TestVerdict | null): string | null {
  return judged?.ok && judged.said ? saidText(judged.said) : null;
}

function saidText(said: VerdictSaid): string {
  switch (said.kind) {
    case "judged":
      return judgementText(said.judgement, said.spec);
    case "trace": {
      const seen = seenText(said.seen);
      return said.judgement ? `${seen}. ${judgementText(said.judgement, said.spec)}` : seen;
    }
    case "too-few-like":
      return "Of fewer than three nobody can say which is odd";
    case "alike":
      return `All are alike${said.median ? `, near ${formatQuantity(said.median)}` : ""}`;
    case "apart":
      return apartText(said);
    case "swap":
      return swapText(said.swap);
    case "feed":
      return feedText(said);
    case "too-near":
      return `${said.labels.join(" and ")} are too near to each other to tell`;
    case "loudest":
      return `Loudest at ${said.label}: ${formatQuantity(said.level)}, ${formatQuantity(said.lead)} above ${said.next}`;
    case "good-one-open":
      return "The good one reads open: it is no measure";
    case "open-beside":
      return `Open, where the good one reads ${formatQuantity(said.good)}`;
    case "beside":
      return `${formatQuantity(said.suspect)} beside ${formatQuantity(said.good)} of the good one${shareText(said.share)}`;
    case "before-after":
      return changeText(said);
    case "live":
      return `Live: ${formatQuantity(said.measured)}. Stop, keep others away, call who is trained for it`;
    case "not-dead":
      return (
        `Not dead: ${formatQuantity(said.measured)} is left, and ${formatQuantity(said.limit)} is the most. Find out why before ` +
        `anybody works on it; measure again with the tester's load switched in, under which a floating reading falls away`
      );
    case "dead":
      return `Dead, at most ${said.limit ? formatQuantity(said.limit) : ""}, with the tester proved before and after`;
    default:
      return exhaustive(said, "saidText");
  }
}

const judgementText = (judgement: Judgement, spec: Spec | null) => explainJudgement(judgement, spec).replace(/\.$/, "");

/** "Cylinder 3 (0.2 Ω) stands apart, the others near 0.6 Ω" */
function apartText({ odd, median }: Extract<VerdictSaid, { kind: "apart" }>): string {
  const those = odd.map(({ label, reading }) => `${label} (${formatReading(reading)})`).join(" and ");
  const rest = median ? `, the others near ${formatQuantity(median)}` : "";
  return `${upperFirst(those)} ${odd.length === 1 ? "stands" : "stand"} apart${rest}`;
}

function swapText(swap: SwapFound): string {
  const [first, second] = [swap.first || "the first place", swap.second || "the second"];
  switch (swap.shows) {
    case "second":
      return `The fault moved from ${first} to ${second}: it goes with the part`;
    case "first":
      return `The fault stayed at ${first}: it does not go with the part`;
    case "both":
      return `The fault shows at ${first} and ${second} now`;
    case "nowhere":
      return "The fault is gone since the swap: look at the connection that was disturbed";
    default:
      return exhaustive(swap.shows, "swapText");
  }
}

function feedText({ runs, commanded }: Extract<VerdictSaid, { kind: "feed" }>): string {
  if (!runs) return "It does not run when fed directly: the part itself";
  if (commanded === null) return "It runs when fed directly: the part is sound. Is it being commanded?";
  return commanded
    ? "It runs when fed, and a command is sent: the wiring between"
    : "It runs when fed, and no command is sent: the control";
}

/** ", 34 % more" */
function shareText(share: number | null): string {
  if (share === null) return "";
  const percent = Math.round(Math.abs(share) * 100);
  return percent === 0 ? "" : `, ${percent} % ${share > 0 ? "more" : "less"}`;
}

const CHANGE_WORDS: Readonly<Record<Change, string>> = {
  cured: "It failed before and passes now",
  spoilt: "It passed before and fails now",
  "still-bad": "It fails as it did before",
  "still-good": "It passes as it did before",
  unclear: "One of the two cannot be judged",
};

function changeText({ change, before, after, share }: Extract<VerdictSaid, { kind: "before-after" }>): string {
  const values = `${formatReading(before)}, then ${formatReading(after)}`;
  return change ? `${CHANGE_WORDS[change]}: ${values}` : `${values}${shareText(share)}`;
}

function seenText(seen: TraceSeen): string {
  switch (seen.kind) {
    case "opened": {
      const opened = `It opened at ${formatQuantity(seen.at)} after ${formatNumber(seen.afterS / 60)} min`;
      return seen.followed ? opened : `${opened}, but what lies behind did not follow`;
    }
    case "opened-between": {
      const opened = `It opened between ${formatQuantity(seen.from)} and ${formatQuantity(seen.to)}`;
      return seen.isRight ? `${opened}, and by its rule it opens there` : opened;
    }
    case "never-opened":
      return `It never opened, up to ${formatQuantity(seen.highest)}`;
    case "too-few-temperatures":
      return "A warm-up takes two temperatures, noted three times at least";
    case "not-yet-open": {
      const so = `It did not open up to ${formatQuantity(seen.highest)}`;
      return seen.point
        ? `${so}: go on until it is well above ${formatQuantity(seen.point)}`
        : `${so}; at what it should open is not stated`;
    }
    case "rate": {
      const over = `${formatQuantity(seen.rate)} a minute over ${formatNumber(seen.minutes)} min`;
      return seen.loses ? `It loses ${over}` : `It does not lose, it gains ${over}: look for what feeds or warms it`;
    }
    case "too-few-points":
      return "A rate takes three points at least";
    case "span":
      return `It ran from ${formatQuantity(seen.min)} to ${formatQuantity(seen.max)}`;
    case "no-point":
      return "There is no point in it";
    default:
      return exhaustive(seen, "seenText");
  }
}
