import "server-only";
import { subDays } from "date-fns";
import { causeName, lowerFirst, type Labels } from "@/core/diagnosis";
import type { JobId, PersonId } from "@/core/ids";
import { needOf, type Need } from "@/core/job";
import { PROOF_WORDS } from "@/core/trail";
import type { Vehicle } from "@/core/vehicle";
import { readFacts } from "@/server/db/facts";
import {
  listComebacks,
  listFollowUpsDue,
  listOpenJobs,
  type AfterJobRow,
  type OpenJobRow,
} from "@/server/db/job-lists";
import { pool } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { loadLabels } from "@/server/knowledge/load";

export interface FloorJob {
  readonly id: JobId;
  readonly number: number;
  readonly vehicle: Vehicle;
  readonly plate: string | null;
  readonly complaint: string;
  readonly heldBy: PersonId | null;
  readonly heldByName: string | null;
  readonly openedAt: Date;
  readonly minutes: number;
  readonly need: Need["kind"];
  /** The next action in words: "Command the vane actuator over its travel, 9 min". */
  readonly next: string;
  readonly leading: { readonly name: string; readonly p: number } | null;
}

export interface Floor {
  readonly jobs: readonly FloorJob[];
  /** Closed jobs whose fault came back and which nobody has opened again. */
  readonly comebacks: readonly AfterJobRow[];
  readonly followUps: readonly AfterJobRow[];
}

/** A repair is asked after once it has been driven for a while, and not for ever. */
const FOLLOW_UP_AFTER_DAYS = 7;
const FOLLOW_UP_UNTIL_DAYS = 45;

/** Every open job by what it needs now. */
export async function loadFloor(site: Site, now: Date): Promise<Floor> {
  const db = pool();
  const due = [subDays(now, FOLLOW_UP_UNTIL_DAYS), subDays(now, FOLLOW_UP_AFTER_DAYS)] as const;
  const [rows, labels, comebacks, followUps] = await Promise.all([
    listOpenJobs(db, site.id),
    loadLabels(db),
    listComebacks(db, site.id),
    listFollowUpsDue(db, site.id, due),
  ]);
  const jobs = await Promise.all(rows.map(async (row) => floorJob(row, needOf(await readFacts(db, row.id)), labels)));
  return { jobs, comebacks, followUps };
}

function floorJob({ odds, ...row }: OpenJobRow, need: Need, labels: Labels): FloorJob {
  const best = odds?.suspects.reduce((top, each) => (each.p > top.p ? each : top), {
    cause: null as string | null,
    p: 0,
  });
  const leading = best?.cause ? { name: nameOf(best.cause, labels), p: best.p } : null;
  return { ...row, need: need.kind, next: nextText(need, odds, labels), leading };
}

function nameOf(key: string, labels: Labels): string {
  const [component = "", failure = ""] = key.split("/");
  return causeName(labels, { component, failure });
}

function nextText(need: Need, odds: OpenJobRow["odds"], labels: Labels): string {
  switch (need.kind) {
    case "part-result":
      return `Try it: ${labels.component(need.component)} is in`;
    case "proof":
      return need.missing.map((step, at) => (at ? lowerFirst(PROOF_WORDS[step]) : PROOF_WORDS[step])).join(", ");
    case "watch":
      return `Ask again on ${need.until}`;
    case "decision":
      if (need.about === "catch") return "Plan how to catch it";
      return need.about === "cause" ? "Name the cause" : "Close it";
    default: {
      const next = odds?.next;
      if (!next) return "Take down symptoms and codes";
      const minutes = `${Math.round(next.minutes)} min`;
      return next.kind === "test"
        ? `${labels.procedure(next.procedure)}, ${minutes}`
        : `Repair: ${nameOf(next.cause, labels)}, ${minutes}`;
    }
  }
}
