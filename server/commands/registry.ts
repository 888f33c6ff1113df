import "server-only";
import type { AnyCommand } from "./command";
import { closeJob, handOver, recordFinding, recordProof, reopenJob } from "./conclude-job";
import { openJob } from "./open-job";
import { nameSuspect, recordNote, recordScan, recordSymptoms, withdrawEntry } from "./record-observations";
import { recordPart, recordPartResult } from "./record-part";
import { recordTest } from "./record-test";
import { addPerson, changePassphrase, changePerson, resetPassphrase, signOutEverywhere } from "./team";

/** Every write that a signed-in person or a script can ask for. */
export const COMMANDS: readonly AnyCommand[] = [
  openJob,
  recordSymptoms,
  recordScan,
  recordTest,
  recordPart,
  recordPartResult,
  recordNote,
  nameSuspect,
  withdrawEntry,
  recordProof,
  recordFinding,
  closeJob,
  reopenJob,
  handOver,
  addPerson,
  changePerson,
  resetPassphrase,
  changePassphrase,
  signOutEverywhere,
];

export function findCommandByName(name: string): AnyCommand | null {
  return COMMANDS.find((command) => command.name === name) ?? null;
}
