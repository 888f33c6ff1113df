import "server-only";
import type { AnyCommand } from "./command";
import { openComeback, untieComeback } from "./comebacks";
import { describeCode, dropCodeEntry, importCodes } from "./code-entries";
import { confirmComplaint, planWatch } from "./confirm-complaint";
import { closeJob, handOver, reopenJob } from "./conclude-job";
import { askReason, bookFollowUp, recordSecondLook, recordWaiting } from "./keep-going";
import { settleVehicleRecall } from "./recalls";
import { addSite, changeSite } from "./sites";
import { addSpare, takeSpareOff } from "./spares";
import {
  dismissKnownFailure,
  importKnownFailures,
  mergeIntoKnownFailure,
  noteKnownFailure,
  reportKnownFailure,
  takeInKnownFailure,
  takeMarkPicture,
  withdrawKnownFailure,
  writeKnownFailure,
} from "./known-failures";
import { makeBackup } from "./backup";
import { exportCasebook } from "./export-casebook";
import { stopLongWork } from "./long-work";
import { dropMaker, nameMaker } from "./makers";
import { dropModule, nameModule } from "./modules";
import { openJob } from "./open-job";
import { removeCasebook, weighCasebook } from "./other-shops";
import { recordOdometer } from "./odometer";
import { recordEntries } from "./record-entries";
import { nameSuspect, recordNote, recordSymptoms, withdrawEntry } from "./record-observations";
import { recordFinding } from "./record-finding";
import { recordPart, recordPartResult } from "./record-part";
import { checkOffCompanions, chooseRepair, recordEstimate, writeRepair } from "./repairs";
import { answerFollowUp, recordProof } from "./record-proof";
import { recordPriorWork } from "./prior-work";
import { recordClear, recordScan } from "./record-scan";
import { recordTest } from "./record-test";
import { mergeVariantNames, describeModel } from "./catalogue";
import { recordBypass, recordBypassRemoved } from "./bypasses";
import { dropGroupOfCodes, setGroupOfCodes } from "./code-groups";
import { describeDesigned, dropDesigned } from "./designed-cases";
import { takeBackFile } from "./files";
import { describeInstrument, dropInstrument, proveInstrument } from "./instruments";
import { dropProposal, proposeProcedure, takeStepPicture, writeProcedure } from "./procedures";
import { removeGeneralPractice, takeGeneralPractice } from "./starter-book";
import { setNeeds } from "./needs";
import { changeVehicle } from "./vehicles";
import { addSynonym, addWord, changeWord, dropSynonym, mergeWords, splitWord } from "./words";
import { addPerson, changePassphrase, changePerson, resetPassphrase, signOutEverywhere, takeTokenAway } from "./team";

/** Every write that a signed-in person or a script can ask for. */
export const COMMANDS: readonly AnyCommand[] = [
  openJob,
  openComeback,
  weighCasebook,
  removeCasebook,
  untieComeback,
  recordSymptoms,
  recordEntries,
  recordOdometer,
  recordPriorWork,
  confirmComplaint,
  planWatch,
  recordScan,
  recordClear,
  recordTest,
  recordPart,
  recordPartResult,
  checkOffCompanions,
  chooseRepair,
  recordEstimate,
  recordNote,
  recordBypass,
  recordBypassRemoved,
  nameSuspect,
  withdrawEntry,
  recordProof,
  answerFollowUp,
  recordWaiting,
  recordSecondLook,
  bookFollowUp,
  askReason,
  recordFinding,
  closeJob,
  reopenJob,
  handOver,
  addWord,
  addSynonym,
  dropSynonym,
  changeWord,
  mergeWords,
  splitWord,
  mergeVariantNames,
  describeModel,
  changeVehicle,
  takeBackFile,
  setNeeds,
  writeRepair,
  writeKnownFailure,
  importKnownFailures,
  takeMarkPicture,
  takeInKnownFailure,
  withdrawKnownFailure,
  mergeIntoKnownFailure,
  noteKnownFailure,
  reportKnownFailure,
  addSpare,
  takeSpareOff,
  settleVehicleRecall,
  dismissKnownFailure,
  takeGeneralPractice,
  removeGeneralPractice,
  writeProcedure,
  proposeProcedure,
  dropProposal,
  takeStepPicture,
  describeInstrument,
  dropInstrument,
  proveInstrument,
  setGroupOfCodes,
  dropGroupOfCodes,
  describeDesigned,
  dropDesigned,
  describeCode,
  dropCodeEntry,
  importCodes,
  stopLongWork,
  makeBackup,
  exportCasebook,
  nameMaker,
  dropMaker,
  nameModule,
  dropModule,
  addSite,
  changeSite,
  addPerson,
  changePerson,
  resetPassphrase,
  changePassphrase,
  takeTokenAway,
  signOutEverywhere,
];

/** The command of this name, or null. */
export function findCommandByName(name: string): AnyCommand | null {
  return COMMANDS.find((command) => command.name === name) ?? null;
}
