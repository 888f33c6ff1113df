import "server-only";
import { dayText } from "@/core/day";
import { subDays } from "date-fns";
import { causeName, lowerFirst, type Labels } from "@/core/words";
import type { Plan } from "@/core/plan";
import type { JobId, PersonId } from "@/core/ids";
import type { Money } from "@/core/book";
import { needOf, spentOn, type JobFacts, type Need, type Spent } from "@/core/job";
import { PROOF_WORDS, WAITING_WORDS } from "@/core/entries";
import type { Vehicle } from "@/core/vehicle";
import { readFacts } from "@/server/db/facts";
import {
  listComebacks,
  listFollowUpsDue,
  listOpenJobs,
  listOpenMinutes,
  type AfterJobRow,
  type OpenJobRow,
} from "@/server/db/job-lists";
import { pool, type Db } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { loadLabels } from "@/server/book/load";
import { shopDay } from "@/server/shop-day";
import { outlookOf } from "./outlook";

export interface FloorJob {
  readonly id: JobId;
  readonly number: number;
  readonly version: number;
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
  /** What its parts cost so far. */
  readonly parts: Money;
}

export interface Floor {
  readonly jobs: readonly FloorJob[];
  /** Closed jobs whose fault came back and which nobody has opened again. */
  readonly comebacks: readonly AfterJobRow[];
  readonly followUps: readonly AfterJobRow[];
  /** Minutes and parts of the open jobs together, by what they were for. */
  readonly spent: Spent;
}

/** A repair is asked after once it has been driven for a while, and not for ever. */
const FOLLOW_UP_AFTER_DAYS = 7;
const FOLLOW_UP_UNTIL_DAYS = 45;

/** What came back longer ago is history: its page and the numbers tell of it. */
const COMEBACKS_UNTIL_DAYS = 180;

/** Every open job by what it needs now. */
export async function loadFloor(site: Site, now: Date): Promise<Floor> {
  const db = pool();
  const longAgo = subDays(now, FOLLOW_UP_UNTIL_DAYS);
  const [rows, timed, labels, comebacks, followUps] = await Promise.all([
    listOpenJobs(db, site.id),
    listOpenMinutes(db, site.id),
    loadLabels(db),
    listComebacks(db, site.id, subDays(now, COMEBACKS_UNTIL_DAYS)),
    listFollowUpsDue(
      db,
      site.id,
      [longAgo, subDays(now, FOLLOW_UP_AFTER_DAYS)],
      [shopDay(site, longAgo), shopDay(site, now)],
    ),
  ]);
  const open = await Promise.all(
    rows.map((row) =>
      floorJob(db, site, row, labels).then((job) => ({
        job: job.view,
        spent: spentOn(job.facts, timed.get(row.id) ?? []),
      })),
    ),
  );
  return { jobs: open.map(({ job }) => job), comebacks, followUps, spent: together(open.map(({ spent }) => spent)) };
}

function together(all: readonly Spent[]): Spent {
  const sum = (of: (spent: Spent) => number) => all.reduce((total, each) => total + of(each), 0);
  return {
    toCauseMinutes: sum(({ toCauseMinutes }) => toCauseMinutes),
    deadEndMinutes: sum(({ deadEndMinutes }) => deadEndMinutes),
    repairMinutes: sum(({ repairMinutes }) => repairMinutes),
    proofMinutes: sum(({ proofMinutes }) => proofMinutes),
    parts: sum(({ parts }) => parts),
    partsInVain: sum(({ partsInVain }) => partsInVain),
  };
}

/** The same odds as on its sheet. */
async function floorJob(
  db: Db,
  site: Site,
  row: OpenJobRow,
  labels: Labels,
): Promise<{ readonly view: FloorJob; readonly facts: JobFacts }> {
  const facts = await readFacts(db, row.id);
  const need = needOf(facts);
  const { advice } = await outlookOf(db, site, row, facts);
  const [best] = advice.suspects;
  const leading = best && best.probability > 0 ? { name: causeName(labels, best.cause), p: best.probability } : null;
  const parts = facts.parts.reduce((sum, { cost: { amount } }) => sum + amount, 0);
  const view = {
    ...row,
    need: need.kind,
    next: nextText(need, facts, advice.plan, labels),
    leading,
    parts: { amount: parts, currency: site.currency },
  };
  return { view, facts };
}

function nextText(need: Need, facts: JobFacts, { actions: [next] }: Plan, labels: Labels): string {
  switch (need.kind) {
    case "part-result":
      return `Try it: ${labels.component(need.component)} is in`;
    case "companions":
      return `Goes with it: ${need.what.map(lowerFirst).join(", ")}`;
    case "proof":
      return need.missing.map((step, at) => (at ? lowerFirst(PROOF_WORDS[step]) : PROOF_WORDS[step])).join(", ");
    case "waiting":
      return `${WAITING_WORDS[need.for]}: ${need.what}${need.due ? `, due ${dayText(need.due)}` : ""}`;
    case "watch":
      return `Ask again on ${dayText(need.until)}`;
    case "decision":
      if (need.about === "catch") return "Plan how to catch it";
      return need.about === "cause" ? "Name the cause" : "Close it";
    default: {
      if (!next) return facts.symptoms.length ? "Nothing in the book bears on it" : "Take down symptoms and codes";
      const minutes = `${Math.round(next.minutes)} min`;
      return next.kind === "test"
        ? `${next.procedure.title}, ${minutes}`
        : `Repair: ${causeName(labels, next.cause)}, ${minutes}`;
    }
  }
}
