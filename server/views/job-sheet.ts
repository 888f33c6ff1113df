import "server-only";
import {
  causeKey,
  causeName,
  lowerFirst,
  questionsFor,
  type Advice,
  type CauseKey,
  type Labels,
  type Procedure,
  type RoadNow,
} from "@/core/diagnosis";
import { groupsAmong, silentModules, type CodeGroup, type SharedGroup } from "@/core/codes";
import type { JobId } from "@/core/ids";
import type { KeptTrace } from "@/core/trace";
import { cameBack, caseOf, curePart, deadEndMinutes, needOf, rungOfJob, type JobFacts, type Need } from "@/core/job";
import {
  counted,
  entryDetails,
  entryShortText,
  entryText,
  FINDING_WORDS,
  ruleOf,
  symptomText,
  type EntryRight,
} from "@/core/entries";
import {
  layOutTrailMap,
  NOT_IN_THE_BOOK,
  recordOdds,
  renamedOdds,
  type OddsRecord,
  type Road,
  type Crossing,
  type Move,
} from "@/core/trail";
import { readVocabulary, type Vocabulary } from "@/server/db/book";
import { marketMattersOf } from "@/server/db/catalogue";
import { readFacts } from "@/server/db/facts";
import { listInstruments, type InstrumentRow } from "@/server/db/instruments";
import { listFiles, type FileRow } from "@/server/db/files";
import { findJob, type JobRow } from "@/server/db/jobs";
import { listPeople, type Person } from "@/server/db/people";
import { pool } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { readTrail, type EntryWithOdds } from "@/server/db/trail";
import { findVehicleById, type VehicleRow } from "@/server/db/vehicles";
import { readMergedWords, type MergedWord, type WordKind } from "@/server/db/words";
import { labelsFrom } from "@/server/knowledge/labels";
import { groupsForMake } from "@/server/db/code-groups";
import { loadDesigned, type DesignedView } from "./designed";
import { adviceView, type AdviceView } from "./advice-view";
import { codeMeanings, type CodeMeaning } from "./codes";
import { deadEnds, likeJobs, type DeadEndView, type LikeJobView } from "./been-here";
import { outlookOf } from "./outlook";

export interface CrossingView extends Crossing {
  /** The entry in full, where its label is short. */
  readonly title: string;
  readonly minutes: number;
  readonly moves: readonly (Move & { readonly name: string })[];
}

export interface RoadView extends Road {
  readonly name: string;
  readonly closedText: string | null;
}

export interface EntryView {
  readonly seq: number;
  readonly at: Date;
  readonly by: string;
  readonly kind: string;
  readonly text: string;
  readonly minutes: number;
  /** Minutes spent on the job up to and with this entry. */
  readonly total: number;
  readonly mark: "holds" | "fails" | "in vain" | "unsure" | null;
  readonly corrects: number | null;
  readonly correctedBy: number | null;
  /** What somebody must be allowed to do to take it back; null where nobody can, or can any more. */
  readonly takenBackBy: EntryRight | null;
  readonly byId: string;
  /** What stands below the line. */
  readonly details: readonly string[];
  readonly files: readonly FileView[];
  /** A test's recording, to be drawn. */
  readonly trace: KeptTrace | null;
}

export type FileView = Pick<FileRow, "id" | "name" | "mediaType" | "by" | "byId">;

export interface JobSheet {
  readonly job: JobRow;
  readonly vehicle: VehicleRow;
  readonly facts: JobFacts;
  readonly symptoms: readonly string[];
  readonly minutes: number;
  readonly deadEndMinutes: number;
  readonly rung: number;
  readonly findingText: string | null;
  readonly need: Need;
  readonly needName: string | null;
  readonly sameTest: string | null;
  readonly cameBack: boolean;
  readonly map: {
    readonly roads: readonly RoadView[];
    readonly crossings: readonly CrossingView[];
    readonly height: number;
    /** The book says something else than at the last entry: the roads end in what it says today. */
    readonly bookChanged: boolean;
  };
  readonly trail: readonly EntryView[];
  readonly advice: AdviceView;
  readonly like: readonly LikeJobView[];
  readonly deadEnds: readonly DeadEndView[];
  readonly procedures: readonly Procedure[];
  /** What the job's codes mean on this make. */
  readonly codeMeanings: readonly CodeMeaning[];
  /** The shop's own groups of codes for this make. */
  readonly codeGroups: readonly CodeGroup[];
  /** What several of its codes share. */
  readonly sharedByCodes: readonly SharedGroup[];
  /** Modules that are reported missing and did not answer either. */
  readonly silentModules: readonly { readonly code: string; readonly module: string }[];
  /** What its symptoms may be without being a fault. */
  readonly designed: readonly DesignedView[];
  /** What to ask the customer next. */
  readonly questions: readonly { readonly condition: string; readonly label: string }[];
  readonly words: Vocabulary;
  readonly colleagues: readonly Person[];
  /** The market it was built for, with what lies elsewhere in such ones; null where nothing is known to. */
  readonly market: { readonly name: string; readonly matters: string } | null;
  /** The shop's meters. */
  readonly instruments: readonly InstrumentRow[];
}

/** Everything the job sheet shows, or null where the shop has no such job. */
export async function loadJobSheet(site: Site, id: JobId): Promise<JobSheet | null> {
  const db = pool();
  const job = await findJob(db, site.id, id);
  if (!job) return null;
  const [facts, trail, words, merged, vehicle, colleagues, files, instruments] = await Promise.all([
    readFacts(db, id),
    readTrail(db, id).then(withCountedMinutes),
    readVocabulary(db),
    readMergedWords(db),
    findVehicleById(db, job.vehicleId),
    listPeople(db, site.id),
    listFiles(db, id),
    listInstruments(db, site.id),
  ]);
  const file = caseOf(facts);
  const conditions = words.conditions.map(({ key }) => key);
  const { knowledge, advice, roads } = await outlookOf(db, site, job, facts);
  const labels = labelsFrom(words, knowledge.procedures, merged);
  const codes = facts.codes.map(({ code }) => code);
  const [like, ends, meanings, groups, designed, matters] = await Promise.all([
    likeJobs(db, file, { labels, advice, self: id }),
    deadEnds(db, file, labels, site),
    codeMeanings(db, codes, vehicle.make),
    groupsForMake(db, vehicle.make),
    loadDesigned(db, site, facts),
    marketMattersOf(db, vehicle),
  ]);
  const minutes = trail.reduce((sum, entry) => sum + entry.minutes, 0);
  return {
    ...conclusions(facts, labels),
    ...{ job, vehicle, facts, minutes, words, like, deadEnds: ends, procedures: knowledge.procedures },
    codeMeanings: meanings,
    codeGroups: groups,
    sharedByCodes: groupsAmong(codes, groups),
    silentModules: silentModules(codes, unanswered(facts)),
    designed,
    market: vehicle.market !== null && matters ? { name: vehicle.market, matters } : null,
    questions: questionsFor(knowledge, file, conditions).map(({ condition }) => ({
      condition,
      label: labels.condition(condition),
    })),
    symptoms: facts.symptoms.map((symptom) => symptomText(labels, symptom)),
    map: trailMap(trail, { advice, roads, labels, current: currentCause(merged) }),
    trail: entryViews(trail, files, labels, facts.closed),
    advice: adviceView(file, advice, knowledge, labels),
    instruments,
    colleagues: colleagues.filter(({ active }) => active),
  };
}

/** What was taken back, and what stands anew beside it, is not counted twice. */
function withCountedMinutes(trail: readonly EntryWithOdds[]): readonly EntryWithOdds[] {
  const counts = counted(trail);
  return trail.map((entry) => (counts.has(entry.seq) ? entry : { ...entry, minutes: 0 }));
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
    needName: need.kind === "part-result" ? labels.component(need.component) : null,
    sameTest: failedTest(facts),
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

/** The test that spoke for the cause: the one to repeat as proof. */
function failedTest(facts: JobFacts): string | null {
  const cure = curePart(facts);
  const speaks = facts.tests.filter(
    ({ effects, procedure }) =>
      procedure &&
      effects.some(
        ({ effect, component }) =>
          (effect === "proves" || effect === "confirms" || effect === "supports") && component === cure?.component,
      ),
  );
  return speaks.at(-1)?.title ?? null;
}

/** What a cause that was recorded counts as now that words of it were merged. */
function currentCause(merged: readonly MergedWord[]): (key: CauseKey) => CauseKey {
  if (!merged.length) return (key) => key;
  const into = new Map(merged.map((each) => [`${each.kind}/${each.key}`, each.into]));
  return (key) => {
    const [component = "", failure = ""] = key.split("/");
    const now = (kind: WordKind, word: string) => into.get(`${kind}/${word}`) ?? word;
    return causeKey({ component: now("component", component), failure: now("failure", failure) });
  };
}

interface Now {
  readonly advice: Advice;
  readonly roads: readonly RoadNow[];
  readonly labels: Labels;
  readonly current: (key: CauseKey) => CauseKey;
}

/** The roads as they were recorded, entry after entry; they end in today's odds, where the book has changed since. */
function trailMap(trail: readonly EntryWithOdds[], { advice, roads, labels, current }: Now): JobSheet["map"] {
  const recorded = trail.flatMap((entry) => {
    const { seq, body, odds, minutes } = entry;
    if (!odds) return [];
    return {
      seq,
      label: entryShortText(labels, body),
      title: entryText(labels, body),
      minutes,
      odds: renamedOdds(odds, current),
    };
  });
  const now = recordOdds(advice);
  const last = recorded.at(-1);
  const bookChanged = last !== undefined && oddsDiffer(last.odds, now);
  const today = { seq: NOW_SEQ, label: "now", title: "The book has changed since", minutes: 0, odds: now };
  const stops = bookChanged ? [...recorded, today] : recorded;
  const through = new Set(roads.flatMap(({ cause, state }) => (state === "through" ? [cause.key] : [])));
  const named = new Set(advice.named.map((cause) => causeKey(cause)));
  const map = layOutTrailMap(stops, { through, named });
  return {
    ...map,
    bookChanged,
    crossings: map.crossings.map((crossing, at) => ({
      ...crossing,
      title: stops[at]?.title ?? crossing.label,
      minutes: stops[at]?.minutes ?? 0,
      moves: crossing.moves.map((move) => ({ ...move, name: roadName(move, labels) })),
    })),
    roads: map.roads.map((road) => ({ ...road, name: roadName(road, labels), closedText: closedText(road) })),
  };
}

/** No entry has it. */
const NOW_SEQ = 0;
/** Odds that differ by less look the same. */
const LOOKS_OTHER = 0.01;

function oddsDiffer(before: OddsRecord, now: OddsRecord): boolean {
  const p = (odds: OddsRecord, key: CauseKey) => odds.suspects.find(({ cause }) => cause === key)?.p ?? 0;
  const keys = [...before.suspects, ...now.suspects].map(({ cause }) => cause);
  return (
    Math.abs(before.unknown - now.unknown) >= LOOKS_OTHER ||
    keys.some((key) => Math.abs(p(before, key) - p(now, key)) >= LOOKS_OTHER)
  );
}

function roadName({ key }: Pick<Road, "key">, labels: Labels): string {
  if (key === NOT_IN_THE_BOOK) return "Not in the book";
  const [component = "", failure = ""] = key.split("/");
  return causeName(labels, { component, failure });
}

function closedText({ closedBy }: Road): string | null {
  if (!closedBy) return null;
  return closedBy.kind === "tried" ? "closed: repaired in vain" : `closed: ${lowerFirst(closedBy.outcome)}`;
}

/** The right that taking an entry back needs, where it can still be taken back. */
function takenBackBy({ body, correctedBy }: EntryWithOdds, closed: boolean): EntryRight | null {
  const { right, stays, onClosed } = ruleOf(body.kind);
  if (stays !== null || correctedBy !== null) return null;
  return closed ? (onClosed ? "job.close" : null) : right;
}

function entryViews(
  trail: readonly EntryWithOdds[],
  files: readonly FileRow[],
  labels: Labels,
  closed: boolean,
): readonly EntryView[] {
  let total = 0;
  return trail.map((entry) => {
    const { seq, at, by, byId, body, corrects, correctedBy, minutes } = entry;
    total += minutes;
    const text = entryText(labels, body);
    return {
      seq,
      at,
      by,
      kind: body.kind,
      text,
      minutes,
      total,
      mark: markOf(body),
      corrects,
      correctedBy,
      takenBackBy: takenBackBy(entry, closed),
      byId,
      details: entryDetails(body),
      files: files.filter((file) => file.seq === seq),
      trace: body.kind === "test" ? (body.trace ?? null) : null,
    };
  });
}

function markOf(body: EntryWithOdds["body"]): EntryView["mark"] {
  switch (body.kind) {
    case "test":
      if (body.verdict === "pass") return "holds";
      if (body.verdict === "fail") return "fails";
      return body.verdict || body.outcome === "could-not-tell" ? "unsure" : null;
    case "part":
    case "part-result":
      return body.result === "no-change" ? "in vain" : body.result === "fixed" ? "holds" : null;
    case "proof":
      return body.result === "held" ? "holds" : "fails";
    default:
      return null;
  }
}
