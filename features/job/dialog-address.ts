import { PROOF_STEPS } from "@/core/proof";
import type { JobDialog } from "./job-context";

/** The dialogs that need nothing but their name. */
const PLAIN = [
  "check",
  "other-ways",
  "symptoms",
  "scan",
  "confirm",
  "watch",
  "clear",
  "prior-work",
  "bypass",
  "line-help",
  "suspect",
  "close",
  "reopen",
  "hand-over",
  "waiting",
  "estimate",
  "second-look",
  "follow-up-day",
  "comeback",
] as const satisfies readonly JobDialog["kind"][];

/** A dialog as it stands in the address of its job sheet: "test/glow-feed", "proof/road-test", "scan". */
export function addressOfDialog(dialog: JobDialog): string {
  switch (dialog.kind) {
    case "test":
      return `test/${dialog.procedure}`;
    case "part":
      return dialog.cause ? `part/${dialog.cause.component}/${dialog.cause.failure}` : "part";
    case "part-result":
      return `part-result/${dialog.partSeq}`;
    case "check-off":
      return `check-off/${dialog.partSeq}`;
    case "repair-options":
      return `repair-options/${dialog.cause.component}/${dialog.cause.failure}`;
    case "proof":
      return `proof/${dialog.step}`;
    case "finding":
      return dialog.designed === undefined ? "finding" : `finding/${dialog.designed}`;
    case "withdraw":
      return `withdraw/${dialog.seq}`;
    default:
      return dialog.kind;
  }
}

/** The dialog at an address; null where that names none. */
export function dialogAt(address: string | null): JobDialog | null {
  const [kind = "", first, second] = (address ?? "").split("/");
  const plain = PLAIN.find((each) => each === kind);
  if (plain) return { kind: plain };
  switch (kind) {
    case "test":
      return first ? { kind, procedure: first } : null;
    case "part":
      return { kind, cause: first && second ? { component: first, failure: second } : null };
    case "part-result":
    case "check-off":
      return numbered(first, (partSeq) => ({ kind, partSeq }));
    case "repair-options":
      return first && second ? { kind, cause: { component: first, failure: second } } : null;
    case "withdraw":
      return numbered(first, (seq) => ({ kind, seq }));
    case "proof": {
      const step = PROOF_STEPS.find((each) => each === first);
      return step ? { kind, step } : null;
    }
    case "finding":
      return numbered(first, (designed) => ({ kind, designed })) ?? { kind };
    default:
      return null;
  }
}

function numbered(text: string | undefined, dialog: (at: number) => JobDialog): JobDialog | null {
  return text !== undefined && /^\d{1,9}$/.test(text) ? dialog(Number(text)) : null;
}
