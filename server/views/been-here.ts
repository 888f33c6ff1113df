import "server-only";
import { likenessWords, type Labels } from "@/core/words";
import { deadEndsOf, type CauseKey, type Money, type TrialSum } from "@/core/book";
import { likeness, presentFeatures, SUSPECT_WORTH, type CaseFile, VEHICLE_WORTH } from "@/core/case";
import type { Advice } from "@/core/plan";
import type { JobId, SiteId } from "@/core/ids";
import { causeMark, vehicleMarks, type Mark } from "@/core/lesson";
import {
  ALL_VEHICLES,
  groupsOf,
  makeGroup,
  modelGroup,
  vehicleName,
  type GroupKey,
  type Vehicle,
} from "@/core/vehicle";
import { EVERY_JOB, findLikeJobs, readFeatureJobs, readLikeJobs } from "@/server/db/job-features";
import type { Db } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { othersSpeak } from "@/server/book/load";
import type { Whose } from "@/server/db/read-counters";
import { readTrials } from "@/server/db/trials";
import { outcomeText } from "./outcome";

export interface LikeJobView {
  readonly id: JobId;
  readonly key: string;
  readonly number: number;
  readonly vehicle: string;
  readonly causes: string;
  readonly minutes: number;
  readonly score: number;
  readonly because: readonly string[];
  readonly settledBy: string | null;
  /** The site whose job it is, where it is another one: its record stays there. */
  readonly elsewhere: string | null;
}

const CANDIDATES = 60;
const SHOWN = 12;
const MOST_ENDS = 6;
/** Nats: below this a job shares little more than being a vehicle. */
const LEAST_WORTH = 1.2;
/** So many of the likeliest suspects are looked for among closed jobs. */
const LIKELY = 6;

const causesOfMarks = (marks: readonly Mark[]) =>
  marks.flatMap((mark) => (mark.startsWith("cause|") ? [mark.slice("cause|".length) as CauseKey] : []));

/** What likeness is measured by beside the case itself. */
interface LikeWhat {
  readonly labels: Labels;
  readonly advice: Advice;
  /** The job itself, which is not like itself; null for a case that is on no record. */
  readonly self: JobId | null;
  readonly siteId: SiteId;
}

/** Closed jobs like this one, each with why in a few words. */
export async function likeJobs(
  db: Db,
  file: CaseFile,
  { labels, advice, self, siteId }: LikeWhat,
): Promise<LikeJobView[]> {
  const suspects = new Map(
    advice.suspects.slice(0, LIKELY).map(({ cause, probability }) => [cause.key, probability] as const),
  );
  const features = presentFeatures(file.symptoms, file.codes, file.modulesSilent).map(({ key }) => key);
  if (!features.length) return [];
  const counts = await readFeatureJobs(db, features);
  const all = counts.get(EVERY_JOB) ?? 0;
  const rarity = new Map(
    features.map((key) => [key, Math.log((all + 1) / ((counts.get(key) ?? 0) + 1)) + LEAST_RARITY]),
  );
  const causes = [...suspects].map(([key, p]) => [causeMark(key), SUSPECT_WORTH * p] as const);
  const rows = await findLikeJobs(db, new Map([...rarity, ...vehicleWorth(file.vehicle), ...causes]), CANDIDATES);
  const now = { vehicle: file.vehicle, odometerKm: file.odometerKm, features };
  const shown = rows
    .filter(({ id }) => id !== self)
    .map((row) => ({ row, like: likeness(now, { ...row, causes: causesOfMarks(row.features) }, rarity, suspects) }))
    // What is shared counts, not what share it is of all that was told: telling more never finds less.
    .filter(({ like }) => like.worth >= LEAST_WORTH && (like.shared.some(isNoCondition) || like.suspect !== null))
    .sort((a, b) => b.like.worth - a.like.worth)
    .slice(0, SHOWN);
  const details = await readLikeJobs(
    db,
    siteId,
    shown.map(({ row }) => row.id),
  );
  return shown.flatMap(({ row: { id, vehicle }, like }): readonly LikeJobView[] => {
    const own = details.get(id);
    if (!own) return [];
    const { key, number, minutes, settledBy, elsewhere } = own;
    return [
      {
        id,
        key,
        number,
        minutes,
        settledBy,
        elsewhere,
        vehicle: vehicleName(vehicle),
        causes: outcomeText(labels, own),
        score: like.score,
        because: likenessWords(labels, like),
      },
    ];
  });
}

/** "Now and then" and "in town" alone make no two jobs alike: a lamp that comes on and a door that sticks share them. */
const isNoCondition = (feature: string) => !feature.startsWith("condition|");

/** What a vehicle's marks are worth where candidates are looked for. */
function vehicleWorth(vehicle: Vehicle): readonly (readonly [Mark, number])[] {
  const { model, engine, transmission } = vehicleMarks(vehicle);
  return [
    [model, VEHICLE_WORTH.model + VEHICLE_WORTH.make] as const,
    [engine, VEHICLE_WORTH.engine] as const,
    [transmission, VEHICLE_WORTH.transmission] as const,
  ].flatMap(([mark, worth]) => (mark === null ? [] : [[mark, worth] as const]));
}

/** Even a feature that every job shows is something that two jobs share. */
const LEAST_RARITY = 0.1;

export interface DeadEndView {
  readonly kind: "part" | "test";
  readonly subject: string;
  readonly name: string;
  readonly tried: number;
  readonly helped: number;
  readonly minutesLost: number;
  readonly costLost: Money;
  /** "on Tarrow Packet", "on all vehicles" */
  readonly where: string;
  /** Other shops tried it, as their casebooks say. */
  readonly elsewhere: boolean;
}

/** What others tried in vain on such vehicles: in the narrowest group of vehicles that has anything to say. */
export async function deadEnds(db: Db, file: CaseFile, labels: Labels, site: Site): Promise<DeadEndView[]> {
  const symptoms = file.symptoms.map(({ key }) => key);
  if (!symptoms.length) return [];
  const own = await narrowestEnds(db, file, site, "own");
  // What other shops tried stands behind what we did ourselves.
  const others = (await othersSpeak(db)) ? await narrowestEnds(db, file, site, "others") : [];
  const ours = new Set(own.map(({ kind, subject }) => `${kind} ${subject}`));
  return [...own, ...others.filter(({ kind, subject }) => !ours.has(`${kind} ${subject}`))]
    .slice(0, MOST_ENDS)
    .map((end) => ({ ...end, name: subjectName(end, labels) }));
}

/** What was tried in vain in the narrowest group of vehicles that has anything to say. */
async function narrowestEnds(db: Db, file: CaseFile, site: Site, whose: Whose) {
  const symptoms = file.symptoms.map(({ key }) => key);
  for (const [group, where] of trialGroups(file)) {
    const sums = deadEndsOf(
      await readTrials(db, { group, symptoms, currency: site.currency }, whose),
      site.ratePerHour,
    );
    if (sums.length) return sums.map((sum) => ({ ...sum, where, elsewhere: whose === "others" }));
  }
  return [];
}

function trialGroups({ vehicle, odometerKm }: CaseFile): readonly (readonly [GroupKey, string])[] {
  const engine = groupsOf(vehicle, odometerKm).find((key) => key.startsWith("engine|"));
  return [
    [modelGroup(vehicle), `on ${vehicle.make} ${vehicle.model}`],
    ...(engine ? [[engine, `on engine ${vehicle.engine}`] as const] : []),
    [makeGroup(vehicle), `on ${vehicle.make}`],
    [ALL_VEHICLES, "on all vehicles"],
  ];
}

function subjectName({ kind, subject }: TrialSum, labels: Labels): string {
  return kind === "part" ? labels.component(subject) : labels.procedure(subject);
}
