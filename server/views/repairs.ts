import "server-only";
import type { Cause } from "@/core/book";
import { causeName } from "@/core/words";
import { loadLabels } from "@/server/book/load";
import { pool } from "@/server/db/pool";
import { listRepairs, type RepairRow } from "@/server/db/repairs";
import { wordExists } from "@/server/db/words";
import { loadRepair, type RepairKnown } from "./repair";

export interface RepairLine extends RepairRow {
  readonly name: string;
}

/** The causes that the book or a job knows, with what their repairs take. */
export async function loadRepairLines(): Promise<readonly RepairLine[]> {
  const db = pool();
  const [rows, labels] = await Promise.all([listRepairs(db), loadLabels(db)]);
  return rows.map((row) => ({ ...row, name: causeName(labels, row) }));
}

export interface RepairPageView extends RepairKnown {
  readonly cause: Cause;
  readonly name: string;
}

/** A cause's repair; null where the book has no such words. */
export async function loadRepairPage(cause: Cause): Promise<RepairPageView | null> {
  const db = pool();
  if (!(await wordExists(db, "component", cause.component)) || !(await wordExists(db, "failure", cause.failure)))
    return null;
  const [known, labels] = await Promise.all([loadRepair(db, cause.component, cause.failure), loadLabels(db)]);
  return { ...known, cause, name: causeName(labels, cause) };
}
