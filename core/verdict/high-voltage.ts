import { exhaustive } from "@/core/exhaustive";
import { deadVerdict, type DeadVerdict, type Quantity, type Spec } from "@/core/measure";
import type { Procedure } from "@/core/book";
import { named } from "./outcome-of-verdict";
import type { TestReadings, TestVerdict, VerdictSaid } from "./test-verdict";

type Dead = Pick<Procedure, "outcomes"> & Partial<Pick<Procedure, "preconditions">>;

/**
 * A test marked high-voltage is not accepted without proof, measurement and proof; and nothing is dead whose preconditions were not all held, or
 * that reads more than the procedure's own limit.
 */
export function highVoltageVerdict(
  { outcomes, preconditions = [] }: Dead,
  spec: Spec | null,
  { readings, proofs, ticked = [] }: TestReadings,
): TestVerdict {
  const first = readings[0]?.reading;
  const measured = first && !("open" in first) ? first : null;
  const limit = limitOf(spec);
  const result = deadVerdict({
    proofBefore: proofs?.before ?? null,
    measured,
    proofAfter: proofs?.after ?? null,
    limit,
  });
  switch (result.verdict) {
    case "none":
      return { ok: false, path: pathOf(result), message: messageOf(result) };
    case "live":
      return fails({ kind: "live", measured: result.measured });
    case "not-dead":
      return fails({ kind: "not-dead", measured: result.measured, limit: result.limit });
    case "dead": {
      const left = preconditions.find((each) => !ticked.includes(each));
      if (left)
        return {
          ok: false,
          path: "preconditions",
          message: `not held yet: ${left}; without it nothing counts as dead`,
        };
      return { ok: true, verdict: "pass", said: { kind: "dead", limit }, outcome: named(outcomes, "dead", "in-spec") };
    }
    default:
      return exhaustive(result, "highVoltageVerdict");
  }

  function fails(said: VerdictSaid): TestVerdict {
    return { ok: true, verdict: "fail", said, outcome: named(outcomes, "live", "out-of-spec", "high") };
  }
}

/** What the procedure states as the most that a dead system reads. */
const limitOf = (spec: Spec | null): Quantity | null => (spec?.kind === "range" ? (spec.high ?? null) : null);

type NoVerdict = Extract<DeadVerdict, { verdict: "none" }>;

function pathOf(none: NoVerdict): string {
  if (none.missing === "tester-dead") return `proofs.${none.which}`;
  if (none.missing === "proof-before") return "proofs.before";
  return none.missing === "proof-after" ? "proofs.after" : "readings";
}

function messageOf(none: NoVerdict): string {
  switch (none.missing) {
    case "proof-before":
      return "prove the tester on a known source first; without it there is no verdict";
    case "measured":
      return "is needed: what the system reads";
    case "proof-after":
      return "prove the tester once more after measuring; without it there is no verdict";
    case "volts":
      return "has to be in volts";
    case "limit":
      return "this procedure does not say up to how many volts it counts as dead: a lead adds that by the maker's procedure";
    case "tester-dead":
      return "does not prove the tester: a known source reads more than this";
    default:
      return exhaustive(none, "messageOf");
  }
}
