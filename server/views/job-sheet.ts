import "server-only";
import type { Rung } from "@/core/proof";
import { causeName, type Labels } from "@/core/words";
import { groupsAmong, silentModules, type CodeGroup, type ModuleName, type SharedGroup } from "@/core/codes";
import type { JobId } from "@/core/ids";
import {
  cameBack,
  deadEndMinutes,
  needOf,
  obstaclesOf,
  pointedAt,
  rungOfJob,
  SIGNABLE,
  spentOn,
  type JobFacts,
  type Need,
  type ObstacleKind,
  type SignableKind,
  type Spent,
} from "@/core/job";
import { FINDING_WORDS, obstacleText, partMakersIn, symptomText } from "@/core/entries";
import type { AsksReason, Vocabulary } from "@/server/db/book";
import { readFacts } from "@/server/db/facts";
import { listInstruments, type InstrumentRow } from "@/server/db/instruments";
import { listFiles } from "@/server/db/files";
import type { JobRow } from "@/server/db/jobs";
import { listPeople, type Person } from "@/server/db/people";
import { pool } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { readTrail } from "@/server/db/trail";
import { findVehicleById, type VehicleRow } from "@/server/db/vehicles";
import {
  loadLabels,
  loadMergedWords,
  loadModules,
  loadVocabulary,
  proceduresByKey,
  proceduresVersion,
  wordsVersion,
} from "@/server/book/load";
import { spokenOutlook } from "@/server/outlook/keep";
import { remembered } from "@/server/remembered";
import type { KnownForLine } from "./known-for";
import type { DesignedView } from "./designed";
import type { AdviceView } from "./advice-view";
import type { CodeMeaning } from "./codes";
import { jobOf } from "./job-of";
import type { DeadEndView, LikeJobView } from "./been-here";
import { estimateViews, type EstimateView } from "./repair";
import { proofView, type ProofView } from "./proof";
import { entryViews, withCountedMinutes, type EntryView } from "./trail";
import { currentCause, trailMap, type TrailMapView } from "./trail-map";
import { SENT_AT_ONCE } from "./whole-trail";
import { wordsNamedIn } from "./words-named";

/** The control modules that somebody may have read. */
export interface ModuleChoices {
  /** Those that vehicles of this make and model were found to have, the commonest first. */
  readonly usual: readonly string[];
  /** Those that the shop speaks of at all. */
  readonly names: readonly ModuleName[];
}

/** Something that is to be settled before the job closes. */
export interface ObstacleView {
  readonly kind: ObstacleKind;
  readonly text: string;
  /** What a lead may sign for; null where nobody gets over it. */
  readonly signable: SignableKind | null;
}

export interface JobSheet {
  readonly job: JobRow;
  readonly vehicle: VehicleRow;
  readonly facts: JobFacts;
  readonly symptoms: readonly string[];
  readonly minutes: number;
  /** Where the minutes and the money for parts went. */
  readonly spent: Spent;
  readonly deadEndMinutes: number;
  readonly rung: Rung;
  readonly findingText: string | null;
  readonly need: Need;
  readonly needName: string | null;
  /** What proves the cure so far, and what is missing of it. */
  readonly proof: ProofView;
  /** What stands in the way of closing, each with what to do about it. */
  readonly obstacles: readonly ObstacleView[];
  /** Where a finding names one of these, what made it fail is asked. */
  readonly asksReason: AsksReason;
  /** The day on which somebody asks after the job, YYYY-MM-DD. */
  readonly askOn: string | null;
  readonly cameBack: boolean;
  readonly map: TrailMapView;
  /** Its latest entries, oldest first; how many more there are (`GET /api/v1/jobs/{id}/trail`). */
  readonly trail: readonly EntryView[];
  readonly earlierEntries: number;
  readonly advice: AdviceView;
  readonly like: readonly LikeJobView[];
  readonly deadEnds: readonly DeadEndView[];
  readonly estimates: readonly EstimateView[];
  /** Components that a test spoke for. */
  readonly pointedAt: readonly string[];
  /** The procedures themselves are asked for when one is needed (`GET /api/v1/procedures`). */
  readonly proceduresVersion: string;
  /** What the job's codes mean on this make. */
  readonly codeMeanings: readonly CodeMeaning[];
  /** The shop's own groups of codes for this make. */
  readonly codeGroups: readonly CodeGroup[];
  readonly modules: ModuleChoices;
  /** Whose parts are fitted, by component, as somebody said on this job; null is the vehicle maker's. */
  readonly partMakers: Readonly<Record<string, string | null>>;
  /** What several of its codes share. */
  readonly sharedByCodes: readonly SharedGroup[];
  /** Modules that are reported missing and did not answer either. */
  readonly silentModules: readonly { readonly code: string; readonly module: string }[];
  /** What its symptoms may be without being a fault. */
  readonly designed: readonly DesignedView[];
  /** What to ask the customer next. */
  readonly questions: readonly { readonly condition: string; readonly label: string }[];
  /** What such vehicles are known for, as it stands to this one. */
  readonly knownFor: readonly KnownForLine[];
  /** The words that stand on this sheet; all of them are asked for when they are needed (`GET /api/v1/words`). */
  readonly words: Vocabulary;
  readonly wordsVersion: string;
  readonly colleagues: readonly Person[];
  /** The market it was built for, with what lies elsewhere in such ones; null where nothing is known to. */
  readonly market: { readonly name: string; readonly matters: string } | null;
  /** The shop's meters. */
  readonly instruments: readonly InstrumentRow[];
}

/** Everything the job sheet shows, or null where the shop has no such job. */
export async function loadJobSheet(site: Site, id: JobId): Promise<JobSheet | null> {
  const db = pool();
  const job = await jobOf(site.id, id);
  if (!job) return null;
  const [facts, trail, words, merged, vehicle, colleagues, files, instruments, names] = await Promise.all([
    readFacts(db, id),
    readTrail(db, id).then(withCountedMinutes),
    loadVocabulary(db),
    loadMergedWords(db),
    findVehicleById(db, job.vehicleId),
    remembered(`people ${site.id}`, () => listPeople(db, site.id)),
    listFiles(db, id),
    remembered(`instruments ${site.id}`, () => listInstruments(db, site.id)),
    loadModules(db),
  ]);
  const { odds, said } = await spokenOutlook(db, site, { job, vehicle, facts, now: new Date() });
  const { advice, roads, named, looks, codeGroups } = said;
  const labels = await loadLabels(db);
  const codes = facts.codes.map(({ code }) => code);
  const procedures = await proceduresByKey(db);
  const minutes = trail.reduce((sum, entry) => sum + entry.minutes, 0);
  const sheet = {
    ...conclusions(facts, labels),
    job,
    askOn: job.askOn,
    vehicle,
    facts,
    minutes,
    spent: spentOn(
      facts,
      trail.map((entry) => ({ seq: entry.seq, kind: entry.body.kind, minutes: entry.minutes })),
    ),
    wordsVersion: await wordsVersion(db),
    like: said.like,
    deadEnds: said.deadEnds,
    estimates: estimateViews(facts, looks, labels),
    pointedAt: pointedAt(facts),
    proceduresVersion: await proceduresVersion(db),
    codeMeanings: said.codeMeanings,
    codeGroups,
    modules: { usual: said.usualModules, names },
    partMakers: Object.fromEntries(partMakersIn(trail, (key) => procedures.get(key)?.component ?? null)),
    sharedByCodes: groupsAmong(codes, codeGroups),
    silentModules: silentModules(codes, unanswered(facts), names),
    designed: said.designed,
    proof: proofView(facts, trail, labels),
    obstacles: obstaclesOf(facts).map((obstacle) => ({
      kind: obstacle.kind,
      text: obstacleText(obstacle, labels),
      signable: SIGNABLE.find((kind) => kind === obstacle.kind) ?? null,
    })),
    asksReason: said.asksReason,
    knownFor: said.knownFor,
    market:
      vehicle.market !== null && said.marketMatters ? { name: vehicle.market, matters: said.marketMatters } : null,
    questions: said.questions.map((condition) => ({ condition, label: labels.condition(condition) })),
    symptoms: facts.symptoms.map((symptom) => symptomText(labels, symptom)),
    map: trailMap(trail, { odds, named, roads, labels, current: currentCause(merged) }),
    trail: entryViews(trail, files, labels, facts).slice(-SENT_AT_ONCE),
    earlierEntries: Math.max(0, trail.length - SENT_AT_ONCE),
    advice,
    instruments,
    colleagues: colleagues.filter(({ active }) => active),
  };
  return { ...sheet, words: wordsNamedIn(words, sheet) };
}

const unanswered = ({ coverage }: JobFacts) =>
  coverage.filter(({ state }) => state === "no-answer").map(({ module }) => module);

function conclusions(facts: JobFacts, labels: Labels) {
  const need = needOf(facts);
  return {
    deadEndMinutes: deadEndMinutes(facts),
    rung: rungOfJob(facts),
    findingText: findingText(facts, labels),
    need,
    needName: need.kind === "part-result" || need.kind === "companions" ? labels.component(need.component) : null,
    cameBack: cameBack(facts),
  };
}

function findingText({ finding }: JobFacts, labels: Labels): string | null {
  if (!finding) return null;
  const causes = finding.causes
    .map((cause) => causeName(labels, cause) + (cause.place ? `, ${cause.place}` : ""))
    .join(" and ");
  return causes ? `${FINDING_WORDS[finding.result]}: ${causes}` : FINDING_WORDS[finding.result];
}
