import "server-only";
import {
  actionWhy,
  advise,
  evidenceName,
  reasonText,
  type Action,
  type Advice,
  type CaseFile,
  type Cause,
  type Knowledge,
  type Labels,
  type Plan,
} from "@/core/diagnosis";
import { jobsWithCauses, jobsWithTrials } from "@/server/db/advice-jobs";
import type { Db } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { loadKnowledge, loadLabels } from "@/server/knowledge/load";
import { explanations } from "./advice-view";
import { deadEnds, likeJobs } from "./been-here";

/** Suspects whose reasons are told; the others are there with their odds. */
const EXPLAINED = 12;

/** The answer of `POST /api/v1/advice`: who has been here before, and what to do next. Nothing is stored. */
export async function adviceAnswer(db: Db, site: Site, file: CaseFile): Promise<object> {
  const knowledge = await loadKnowledge(db, site, file);
  const labels = await loadLabels(db);
  const advice = advise(knowledge, file);
  const { plan } = advice;
  const byKey = new Map<string, Cause>(knowledge.causes.map((cause) => [cause.key, cause]));
  const causeOf = (key: string) => byKey.get(key) ?? null;
  return {
    suspects: await suspectsOf(db, advice, labels),
    unknown: advice.unknown,
    next: plan.actions.map((action) => nextOf(action, plan, labels, causeOf)),
    expectedMinutes: plan.expectedMinutes,
    ...beside(advice, knowledge, labels),
    similar: await similarTo(db, file, labels),
    deadEnds: await deadEndsFor(db, site, file, labels),
  };
}

async function suspectsOf(db: Db, { suspects }: Advice, labels: Labels) {
  const jobs = await jobsWithCauses(
    db,
    suspects.slice(0, EXPLAINED).map(({ cause }) => cause.key),
  );
  return suspects.map(({ cause: { component, failure, key }, probability, reasons }, at) => ({
    ...{ component, failure, probability },
    because:
      at < EXPLAINED
        ? reasons().map((reason) => ({
            evidence: evidenceName(labels, reason.source),
            weight: reason.weight,
            text: reasonText(labels, reason),
          }))
        : [],
    jobs: jobs.get(key) ?? [],
  }));
}

function nextOf(action: Action, plan: Plan, labels: Labels, causeOf: (key: string) => Cause | null) {
  const why = actionWhy(labels, action, plan, causeOf);
  const { minutes, expectedMinutesAfter } = action;
  if (action.kind === "test")
    return { kind: "test", procedure: action.procedure.key, minutes, bits: action.bits, expectedMinutesAfter, why };
  const { component, failure } = action.cause;
  return { kind: "fix", component, failure, minutes, expectedMinutesAfter, why };
}

/** What the arithmetic says beside the odds: pairs of causes, what stays open, what would change the lead. */
function beside(advice: Advice, knowledge: Knowledge, labels: Labels) {
  const { stillOpen, changes, whileThere } = explanations(advice, knowledge, labels);
  const pairs = advice.posterior.pairs().map(({ causes, probability }) => ({
    causes: causes.map(({ component, failure }) => ({ component, failure })),
    probability,
  }));
  return { pairs, stillOpen, wouldChange: changes, whileThere };
}

async function similarTo(db: Db, file: CaseFile, labels: Labels) {
  const like = await likeJobs(db, file, labels, null);
  return like.map(({ key, score, because }) => ({ job: key, score, because }));
}

async function deadEndsFor(db: Db, site: Site, file: CaseFile, labels: Labels) {
  const symptoms = file.symptoms.map(({ key }) => key);
  const ends = await deadEnds(db, file, labels, site);
  const answer: object[] = [];
  for (const { kind, subject, tried, helped, minutesLost, costLost } of ends)
    answer.push({
      kind,
      ...(kind === "part" ? { component: subject } : { procedure: subject }),
      ...{ tried, helped, minutesLost, costLost },
      jobs: await jobsWithTrials(db, kind, subject, symptoms),
    });
  return answer;
}
