"use client";

import { exhaustive } from "@/core/exhaustive";
import type { JobDialog } from "../job-context";
import { BypassDialog } from "./bypass-dialog";
import { CheckDialog } from "./check-dialog";
import { CheckOffDialog } from "./check-off-dialog";
import { ClearDialog } from "./clear-dialog";
import { CloseDialog, ReopenDialog } from "./close-dialog";
import { ComebackDialog } from "./comeback-dialog";
import { ConfirmDialog } from "./confirm-dialog";
import { EstimateDialog } from "./estimate-dialog";
import { FindingDialog } from "./finding-dialog";
import { HandOverDialog } from "./hand-over-dialog";
import { LineHelpDialog } from "./line-help-dialog";
import { OptionsDialog } from "./options-dialog";
import { OtherWaysDialog } from "./other-ways-dialog";
import { PartDialog } from "./part-dialog";
import { PartResultDialog } from "./part-result-dialog";
import { PriorWorkDialog } from "./prior-work-dialog";
import { ProofDialog } from "./proof-dialog";
import { ScanDialog } from "./scan-dialog";
import { SuspectDialog } from "./suspect-dialog";
import { SymptomsDialog } from "./symptoms-dialog";
import { TestDialog } from "./test/test-dialog";
import { FollowUpDayDialog } from "./follow-up-day-dialog";
import { SecondLookDialog } from "./second-look-dialog";
import { WaitingDialog } from "./waiting-dialog";
import { WatchDialog } from "./watch-dialog";
import { WithdrawDialog } from "./withdraw-dialog";

/** The dialog that is open over the sheet. */
export function JobDialogs({ dialog }: { readonly dialog: JobDialog }) {
  switch (dialog.kind) {
    case "test":
      return <TestDialog key={dialog.procedure} procedureKey={dialog.procedure} />;
    case "check":
      return <CheckDialog />;
    case "other-ways":
      return <OtherWaysDialog />;
    case "part":
      return <PartDialog cause={dialog.cause} />;
    case "part-result":
      return <PartResultDialog partSeq={dialog.partSeq} />;
    case "check-off":
      return <CheckOffDialog partSeq={dialog.partSeq} />;
    case "repair-options":
      return <OptionsDialog cause={dialog.cause} />;
    case "estimate":
      return <EstimateDialog />;
    case "symptoms":
      return <SymptomsDialog />;
    case "scan":
      return <ScanDialog />;
    case "confirm":
      return <ConfirmDialog />;
    case "watch":
      return <WatchDialog />;
    case "prior-work":
      return <PriorWorkDialog />;
    case "clear":
      return <ClearDialog />;
    case "bypass":
      return <BypassDialog />;
    case "line-help":
      return <LineHelpDialog />;
    case "suspect":
      return <SuspectDialog />;
    case "proof":
      return <ProofDialog step={dialog.step} />;
    case "finding":
      return <FindingDialog designedAt={dialog.designed ?? null} />;
    case "close":
      return <CloseDialog />;
    case "reopen":
      return <ReopenDialog />;
    case "hand-over":
      return <HandOverDialog />;
    case "comeback":
      return <ComebackDialog />;
    case "waiting":
      return <WaitingDialog />;
    case "second-look":
      return <SecondLookDialog />;
    case "follow-up-day":
      return <FollowUpDayDialog />;
    case "withdraw":
      return <WithdrawDialog seq={dialog.seq} />;
    default:
      return exhaustive(dialog, "JobDialogs");
  }
}
