import { doubtLeft, type HowOften } from "@/core/proof";
import { call } from "@/server/api/call";
import { doubtInput, type DoubtInput } from "@/server/api/doubt-input";
import { refuseInput } from "@/server/commands/refusal";

/** May we believe that it is gone? Nothing is stored. */
export const POST = call("shop.read", doubtInput, async ({ input }) =>
  doubtLeft(howOften(input), input.cleanTries, input.confidence),
);

function howOften({ shown, tries, oneIn }: DoubtInput): HowOften {
  if (oneIn !== undefined) return { kind: "told", oneIn };
  if (shown === undefined || tries === undefined)
    return refuseInput("shown", "say how often it showed and in how many tries");
  if (shown > tries) return refuseInput("shown", "is more than the tries");
  return { kind: "tried", shown, tries };
}
