import { explainJudgement, judge } from "@/core/measure";
import { call } from "@/server/api/call";
import { judgeInput } from "@/server/api/judge-input";
import { refuse } from "@/server/commands/refusal";

/** Judges one reading against one spec. Nothing is stored. */
export const POST = call("shop.read", judgeInput, async ({ input }) => {
  const result = judge(input);
  if (!result.ok) return refuse({ code: "invalid", problems: result.problems });
  const { verdict, side, value, low, high } = result.judgement;
  return { verdict, side, value, low, high, reason: explainJudgement(result.judgement, input.spec) };
});
