import "server-only";
import { resolve } from "node:path";

/** Where backups go, and how many of them are kept. */
export interface BackupSettings {
  readonly folder: string;
  readonly kept: number;
  /** Hour of the shop's day from which the day's backup is due, 0 to 23. */
  readonly hour: number;
}

const KEPT = 14;
const HOUR = 2;

/** @returns null where the shop has no folder for them @throws Error where a setting is malformed */
export function backupSettings(env: NodeJS.ProcessEnv = process.env): BackupSettings | null {
  const kept = wholeNumber("BACKUP_KEEP", env.BACKUP_KEEP, { least: 1, most: 1000, without: KEPT });
  const hour = wholeNumber("BACKUP_HOUR", env.BACKUP_HOUR, { least: 0, most: 23, without: HOUR });
  return env.BACKUP_DIR ? { folder: resolve(env.BACKUP_DIR), kept, hour } : null;
}

interface Bounds {
  readonly least: number;
  readonly most: number;
  readonly without: number;
}

function wholeNumber(name: string, text: string | undefined, { least, most, without }: Bounds): number {
  if (!text) return without;
  const value = Number(text);
  if (!Number.isInteger(value) || value < least || value > most)
    throw new Error(`${name} must be a whole number from ${least} to ${most}; it is "${text}"`);
  return value;
}
