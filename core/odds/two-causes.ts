import { int, item, num } from "@/core/place";
import { hides, isRepair, type CaseFile, type RepairTried } from "@/core/case";
import { type Book, placesOf, covers } from "@/core/book";
import type { Evidence } from "@/core/evidence";

/** Two causes at once by their places, none of them repaired yet. */
export interface Couple {
  readonly one: number;
  readonly other: number;
  readonly probability: number;
  /** The part of it that stands with `one` among the odds; the rest stands with the other. */
  readonly ofOne: number;
}

/** How often a vehicle comes with two causes at once: about one job in twenty. */
const TWO_AT_ONCE = 0.05;
/** So many of the likeliest causes are thought of in twos. */
const PAIRED = 12;
/** Where two causes were measured at the parts themselves, that both are bad is no rare chance any more: against one of them alone. */
const BOTH_PROVED = 0.15;
/** Couples below this are shared out between the two, but not kept as couples. */
const KEPT = 0.001;

/**
 * A repair of one of two causes: in vain it seems about as often as it is seen to help in part. As ratios against a repair of what had nothing
 * to do with it, which is in vain nearly always.
 */
const ONE_OF_TWO: Record<RepairTried["result"], number> = { "no-change": 0.5, partly: 15, fixed: 1 };

interface Alone {
  /** Log of each hypothesis's prior. */
  readonly priors: Float64Array;
  readonly evidence: readonly Evidence[];
  /** Log of the weight of each hypothesis alone. */
  readonly alone: Float64Array;
  /** Places of the causes that a test was said to prove. */
  readonly proved: ReadonlySet<number>;
}

/**
 * Two causes at once: each pair of a few likely ones, and whatever may stand beside a cause that was repaired already, which then is what is
 * left. What either of the two shows is there (noisy-OR; Pearl 1988, section 4.3.2).
 */
export class Couples {
  /** By cause: the first repair tried that covers it; -1 where there is none. */
  private readonly repair: Int32Array;
  /** The same, measures to get home among them. */
  private readonly tried: Int32Array;
  /** By cause: since which of the repairs it cannot show, also where a measure to get home hides it; -1 where there is none. */
  private readonly gone: Int32Array;

  constructor(
    private readonly book: Book,
    private readonly file: CaseFile,
    private readonly told: Alone,
  ) {
    const { repairsTried } = file;
    const first = (which: (tried: RepairTried) => boolean) =>
      Int32Array.from(book.causes, (cause) => repairsTried.findIndex((tried) => which(tried) && covers(tried, cause)));
    this.repair = first(isRepair);
    this.tried = first(() => true);
    this.gone = first(hides);
  }

  /** The odds of every hypothesis, couples shared between the two or given to what is left; and the couples of which none was repaired. */
  together(): { readonly odds: Float64Array; readonly both: readonly Couple[] } {
    const { alone } = this.told;
    const couples = [...this.likely(), ...this.behindRepairs()];
    const logs = [...couples.map(({ log }) => log)];
    const top = Math.max(
      ...logs,
      alone.reduce((most, log) => Math.max(most, log), Number.NEGATIVE_INFINITY),
    );
    const odds = alone.map((log) => Math.exp(log - top));
    let sum = odds.reduce((total, each) => total + each, 0);
    const add = (at: number, amount: number) => (odds[at] = num(odds, at) + amount);
    for (const { one, other, log, left } of couples) {
      const weight = Math.exp(log - top);
      sum += weight;
      if (left === null) {
        const ofOne = weight * this.shareOf(one, other);
        add(one, ofOne);
        add(other, weight - ofOne);
      } else add(left, weight);
    }
    const both = couples.flatMap(({ one, other, log, left }): readonly Couple[] => {
      const probability = Math.exp(log - top) / sum;
      const ofOne = probability * this.shareOf(one, other);
      return left === null && probability >= KEPT ? [{ one, other, probability, ofOne }] : [];
    });
    return { odds: odds.map((each) => each / sum), both: both.sort((a, b) => b.probability - a.probability) };
  }

  /** Odds sum to 1, so a couple is shared out: most of it to the one that is likelier alone. */
  private shareOf(one: number, other: number): number {
    const { alone } = this.told;
    return 1 / (1 + Math.exp(num(alone, other) - num(alone, one)));
  }

  private likely() {
    const { alone } = this.told;
    const likely = [...this.book.causes.keys()]
      .filter((at) => int(this.repair, at) < 0 && Number.isFinite(num(alone, at)))
      .sort((a, b) => num(alone, b) - num(alone, a))
      .slice(0, PAIRED);
    return likely.flatMap((one, nth) =>
      likely.slice(nth + 1).map((other) => ({ one, other, log: this.log(one, other), left: null as number | null })),
    );
  }

  private behindRepairs() {
    const { size } = placesOf(this.book);
    const repaired = [...this.repair.keys()].filter((at) => {
      const tried = this.file.repairsTried[int(this.repair, at)];
      return tried !== undefined && tried.result !== "fixed" && Number.isFinite(num(this.told.priors, at));
    });
    return repaired.flatMap((one) =>
      Array.from({ length: size }, (_, other) => other)
        .filter((other) => other !== one && Number.isFinite(num(this.told.priors, other)))
        .filter((other) => !((this.repair[other] ?? -1) >= 0 && other < one))
        .map((other) => {
          const left = (this.repair[other] ?? -1) >= 0 ? one : other;
          return { one, other, log: this.log(one, other), left: left as number | null };
        }),
    );
  }

  /** Whether a repair is the one that counts for a cause: the first, and the first that was more than a way home. */
  private speaksOf(repair: number, cause: number): boolean {
    return [this.repair, this.tried, this.gone].some((first) => first[cause] === repair);
  }

  /** What came of a repair, where two causes are at work. */
  private repairNats(piece: Evidence, repair: number, [one, other]: readonly [number, number]): number {
    const tried = item(this.file.repairsTried, repair);
    const [ofOne, ofOther] = [this.speaksOf(repair, one), this.speaksOf(repair, other)];
    if (!ofOne && !ofOther) return 0;
    const isGoneBefore = (cause: number) => {
      const gone = this.gone[cause] ?? -1;
      return gone >= 0 && gone < repair;
    };
    // The second of the two that is repaired ends it, or should have.
    const ends = (ofOne && ofOther) || isGoneBefore(ofOne ? other : one);
    // What only brings the vehicle home helps in part as a rule, and speaks for no second cause by that.
    const isMakeshift = !isRepair(tried) && tried.result === "partly";
    return ends || isMakeshift ? num(piece.weights, ofOne ? one : other) : Math.log(ONE_OF_TWO[tried.result]);
  }

  private log(one: number, other: number): number {
    const { priors, evidence, proved } = this.told;
    const [a, b] = [num(priors, one), num(priors, other)];
    let sum =
      proved.has(one) && proved.has(other) ? Math.log(BOTH_PROVED) + Math.max(a, b) : Math.log(TWO_AT_ONCE) + a + b;
    const [goneOne, goneOther] = [this.gone[one] ?? -1, this.gone[other] ?? -1];
    for (const piece of evidence) {
      if (piece.repair !== null) {
        sum += this.repairNats(piece, piece.repair, [one, other]);
        continue;
      }
      const oneIn = goneOne < 0 || goneOne >= piece.after;
      const otherIn = goneOther < 0 || goneOther >= piece.after;
      if (oneIn && otherIn) sum += togetherWeight(piece, one, other);
      else if (oneIn) sum += rawWeight(piece, one);
      else if (otherIn) sum += rawWeight(piece, other);
    }
    return sum;
  }
}

/** What evidence says of a hypothesis that is still there. */
const rawWeight = ({ weights }: Evidence, at: number) => num(weights, at);

/** Below this, in nats, what evidence says of two causes is simply added. */
const FAINT = 0.02;

/** Nats by which a piece of evidence speaks for two causes at once. */
function togetherWeight({ weights, rates, base, strength, quiet }: Evidence, first: number, second: number): number {
  const [one, other] = [num(weights, first), num(weights, second)];
  // A check says of the two what its technician said of either: what one of them shows is shown.
  if (!rates)
    return one >= 0 && other >= 0 ? Math.max(one, other) : one <= 0 && other <= 0 ? one + other : Math.max(one, other);
  if (Math.abs(one) < FAINT && Math.abs(other) < FAINT) return one + other;
  const [a, b] = [num(rates, first), num(rates, second)];
  const together = quiet ? (a * b) / base : 1 - (1 - a) * (1 - b);
  return strength * Math.log(Math.min(1, together) / base);
}
