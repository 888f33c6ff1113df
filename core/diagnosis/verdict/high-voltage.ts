import { deadVerdict, formatQuantity, type DeadVerdict } from "@/core/measure";
import type { Outcome } from "../book";
import { named } from "./outcome-of-verdict";
import type { TestReadings, TestVerdict } from "./test-verdict";

/** A test marked high-voltage is not accepted without proof, measurement and proof. */
export function highVoltageVerdict(outcomes: readonly Outcome[], { readings, proofs }: TestReadings): TestVerdict {
  const first = readings[0]?.reading;
  const measured = first && !("open" in first) ? first : null;
  const result = deadVerdict({ proofBefore: proofs?.before ?? null, measured, proofAfter: proofs?.after ?? null });
  if (result.verdict === "none") return { ok: false, path: pathOf(result), message: messageOf(result) };
  if (result.verdict === "live")
    return {
      ok: true,
      verdict: "fail",
      text: `Live: ${formatQuantity(result.measured)}`,
      outcome: named(outcomes, "live", "out-of-spec", "high"),
    };
  return {
    ok: true,
    verdict: "pass",
    text: "Dead, with the tester proved before and after",
    outcome: named(outcomes, "dead", "in-spec"),
  };
}

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
    case "tester-dead":
      return "does not prove the tester: a known source reads more than this";
  }
}
