import { describe, expect, test } from "vitest";
import { addressOfDialog, dialogAt } from "./dialog-address";
import type { JobDialog } from "./job-context";

const DIALOGS: readonly JobDialog[] = [
  { kind: "scan" },
  { kind: "hand-over" },
  { kind: "test", procedure: "glow-feed" },
  { kind: "part", cause: null },
  { kind: "part", cause: { component: "egr-valve", failure: "sticking" } },
  { kind: "part-result", partSeq: 7 },
  { kind: "proof", step: "codes-stay-clear" },
  { kind: "finding" },
  { kind: "finding", designed: 0 },
  { kind: "withdraw", seq: 12 },
];

describe("a dialog's address", () => {
  test.each(DIALOGS)("of $kind leads back to it", (dialog) => {
    expect(dialogAt(addressOfDialog(dialog))).toEqual(dialog);
  });

  test.each(["", "nonsense", "test", "proof/of-heart", "withdraw/x", "part-result/-1"])(
    "%j opens nothing",
    (address) => {
      expect(dialogAt(address)).toBeNull();
    },
  );
});
