import "server-only";
import { questionsFor, type SecondLook } from "@/core/plan";
import type { RoadNow } from "@/core/odds";
import type { Cause } from "@/core/book";
import type { CodeGroup } from "@/core/codes";
import type { JobFacts } from "@/core/job";
import { readAsksReason, type AsksReason } from "@/server/db/book";
import { marketMattersOf } from "@/server/db/catalogue";
import { groupsForMake } from "@/server/db/code-groups";
import type { JobRow } from "@/server/db/jobs";
import { modulesOfModel } from "@/server/db/modules";
import type { Db } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import type { VehicleRow } from "@/server/db/vehicles";
import { loadLabels } from "@/server/book/load";
import { adviceView, type AdviceView } from "@/server/views/advice-view";
import { deadEnds, likeJobs, type DeadEndView, type LikeJobView } from "@/server/views/been-here";
import { codeMeanings, type CodeMeaning } from "@/server/views/codes";
import { loadDesigned, type DesignedView } from "@/server/views/designed";
import { loadKnownFor, type KnownForLine } from "@/server/views/known-for";
import type { Outlook } from "./work-out";

/** What a sheet says of a job by the book, in words: data alone, kept with the job until its case or the book is another. */
export interface Said {
  readonly advice: AdviceView;
  readonly roads: readonly RoadNow[];
  /** The suspects that a technician named. */
  readonly named: readonly Cause[];
  readonly looks: readonly (SecondLook | null)[];
  readonly like: readonly LikeJobView[];
  readonly deadEnds: readonly DeadEndView[];
  /** Conditions to ask the customer of next. */
  readonly questions: readonly string[];
  /** What its symptoms may be without being a fault. */
  readonly designed: readonly DesignedView[];
  readonly knownFor: readonly KnownForLine[];
  /** What the job's codes mean on this make. */
  readonly codeMeanings: readonly CodeMeaning[];
  readonly codeGroups: readonly CodeGroup[];
  /** Control modules that vehicles of this make and model were found to have, the commonest first. */
  readonly usualModules: readonly string[];
  readonly asksReason: AsksReason;
  /** What lies elsewhere in such ones of its market; null where nothing is known to. */
  readonly marketMatters: string | null;
}

interface Speaking {
  readonly job: JobRow;
  readonly vehicle: VehicleRow;
  readonly facts: JobFacts;
  readonly outlook: Outlook;
  readonly conditions: readonly string[];
  readonly now: Date;
}

/** Puts an outlook into words, with what else the book has for this job. */
export async function sayIt(
  db: Db,
  site: Site,
  { job, vehicle, facts, outlook, conditions, now }: Speaking,
): Promise<Said> {
  const { file, book, advice, roads, looks } = outlook;
  const labels = await loadLabels(db);
  const codes = facts.codes.map(({ code }) => code);
  const [like, ends, designed, knownFor, meanings, codeGroups, usualModules, asksReason, marketMatters] =
    await Promise.all([
      likeJobs(db, file, { labels, advice, self: job.id, siteId: site.id }),
      deadEnds(db, file, labels, site),
      loadDesigned(db, site, facts),
      loadKnownFor(db, site, vehicle, { odometerKm: facts.odometerKm ?? null, now }),
      codeMeanings(db, codes, vehicle.make),
      groupsForMake(db, vehicle.make),
      modulesOfModel(db, vehicle),
      readAsksReason(db, vehicle.id, job.id),
      marketMattersOf(db, vehicle),
    ]);
  return {
    advice: adviceView(file, advice, book, labels),
    roads,
    named: advice.named,
    looks,
    like,
    deadEnds: ends,
    questions: questionsFor(book, file, conditions).map(({ condition }) => condition),
    designed,
    knownFor,
    codeMeanings: meanings,
    codeGroups,
    usualModules,
    asksReason,
    marketMatters: marketMatters ?? null,
  };
}
