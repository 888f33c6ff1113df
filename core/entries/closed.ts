import { dayText } from "@/core/day";
import type { SignableKind } from "@/core/job";
import { originOf, type EntryRule } from "./rule";

/** The job is over. */
export interface ClosedBody {
  readonly kind: "closed";
  readonly rung: number;
  readonly reason: string;
  /** Why the vehicle left with a bypass in place: signed by a lead, apart from any other reason. */
  readonly bypassReason?: string | null;
  /** What a lead signed for, each by itself. */
  readonly signed?: readonly { readonly for: SignableKind; readonly reason: string }[];
  /** The day on which somebody asks whether it held, YYYY-MM-DD. */
  readonly askOn?: string | null;
  /** The odometer, in km, at which somebody should look again. */
  readonly lookAgainKm?: number | null;
}

export const SIGNED_WORDS: Record<SignableKind, string> = {
  proof: "not being proved",
  bypass: "the bypass that stays",
  "second-look": "no second person having looked",
  mixed: "revisions that run together",
  companions: "what goes with the repair not being done",
  unchecked: "values that nobody can say where they are from",
  "left-over": "what stays open",
};

export const closed: EntryRule<ClosedBody> = {
  right: "job.close",
  onClosed: false,
  stays: "open the job again instead",
  adds: ({ askOn }, entry) => ({
    closed: { at: entry.at, by: entry.byId },
    askOn: entry.body.askOn ? { ...originOf(entry), day: entry.body.askOn } : askOn,
    waiting: null,
  }),
  line: (_, { reason }) => (reason ? `Closed: ${reason}` : "Closed"),
  short: () => "closed",
  details: ({ bypassReason, signed = [], askOn }) => [
    ...(bypassReason ? [`Signed for the bypass that stays: ${bypassReason}`] : []),
    ...signed.map(({ for: what, reason }) => `Signed for ${SIGNED_WORDS[what]}: ${reason}`),
    ...(askOn ? [`To be asked after on ${dayText(askOn)}`] : []),
  ],
};
