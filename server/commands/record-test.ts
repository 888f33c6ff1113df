import "server-only";
import Joi from "joi";
import {
  openingSpec,
  wantsOpeningPoint,
  COMPARISONS,
  kindOfTest,
  needsReason,
  verdictOfTest,
  type Comparison,
  type FeedFound,
  type SwapFound,
} from "@/core/verdict";
import { COULD_NOT_TELL, NOT_DONE, specFor, type Effect } from "@/core/book";
import type { SiteId } from "@/core/ids";
import {
  sameDimension,
  doubtsOf,
  doubtText,
  isProved,
  type DoubtRequest,
  type JudgeContext,
  type Quantity,
  type Spec,
} from "@/core/measure";
import { keepTrace, traceOf, type KeptTrace } from "@/core/trace";
import type { TestBody, TestReading } from "@/core/entries";
import type { Vehicle } from "@/core/vehicle";
import { verdictText } from "@/core/words";
import { readProcedure } from "@/server/db/procedures";
import { marketMattersOf } from "@/server/db/catalogue";
import { findInstrument, type InstrumentRow } from "@/server/db/instruments";
import type { Db } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { jobChange, key, line, minutes, optionalLine, optionalText, quantity, reading, uuid } from "@/server/input";
import { shopDay } from "@/server/shop-day";
import { judgeContextInput } from "@/server/spec-input";
import { feedInput, swapInput, traceInput } from "@/server/test-input";
import { changeJob, type JobAnswer, type JobChange } from "./change-job";
import type { Command, CommandContext } from "./command";
import { refuseInput, refuse } from "./refusal";
import { correctsInput, effectsInput, placeInput } from "./record-inputs";

interface TestInput extends JobChange {
  readonly procedure: string | null;
  readonly title: string | null;
  readonly outcome: string;
  readonly effects: readonly Effect[];
  readonly readings: readonly TestReading[];
  readonly context: JudgeContext | null;
  readonly minutes: number;
  readonly note: string;
  readonly place: string | null;
  readonly preconditions: readonly string[];
  readonly partMaker: string | null;
  readonly opening: Quantity | null;
  readonly instrumentId: string | null;
  readonly proofs: { readonly before: Quantity | null; readonly after: Quantity | null } | null;
  /** How it was compared, where there are no values to judge by. */
  readonly comparedBy: Comparison | null;
  readonly swap: SwapFound | null;
  readonly feed: FeedFound | null;
  readonly trace: KeptTrace | null;
  /** Why the verdict is not followed. */
  readonly overruled: string | null;
  /** What looks doubtful is right all the same. */
  readonly sure: boolean;
}

/**
 * Records a test. One from a procedure takes its title, outcomes and effects from the book, and its reading is judged against
 * the spec here, whatever the screen showed; one without says itself what it means for which suspect.
 */
export const recordTest: Command<TestInput, JobAnswer> = {
  name: "record-test",
  right: "job.record",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    procedure: key().allow(null).default(null),
    title: line(160).allow(null, "").empty("").default(null),
    outcome: line(160).required(),
    effects: effectsInput().default([]),
    readings: Joi.array()
      .max(40)
      .items(Joi.object({ label: line(80).allow("").default(""), reading: reading().required() }))
      .default([]),
    context: judgeContextInput().allow(null).default(null),
    minutes: minutes().required(),
    note: optionalText(2000),
    place: placeInput(),
    preconditions: Joi.array().max(20).items(line(200)).default([]),
    partMaker: optionalLine(80),
    opening: quantity().allow(null).default(null),
    instrumentId: uuid().allow(null).default(null),
    proofs: Joi.object({ before: quantity().allow(null).default(null), after: quantity().allow(null).default(null) })
      .allow(null)
      .default(null),
    comparedBy: Joi.string()
      .valid(...COMPARISONS)
      .allow(null)
      .default(null),
    swap: swapInput(),
    feed: feedInput(),
    trace: traceInput(),
    overruled: optionalLine(400),
    sure: Joi.boolean().default(false),
  }),
  run: (context, input) =>
    changeJob(context, input, async (_, { vehicle }) => ({
      body: input.procedure === null ? freeTest(input) : await procedureTest(context, input, vehicle),
      minutes: input.minutes,
    })),
};

function freeTest({ title, outcome, effects, readings, note, place }: TestInput): TestBody {
  if (!title) return refuseInput("title", "say what was tested");
  const none = { procedure: null, access: null, verdict: null, verdictText: null };
  return { kind: "test", ...none, title, outcome, outcomeLabel: outcome, effects, readings, note, place };
}

async function procedureTest({ db, site, now }: CommandContext, input: TestInput, vehicle: Vehicle): Promise<TestBody> {
  const procedure = input.procedure === null ? null : await readProcedure(db, input.procedure);
  if (!procedure) return refuse({ code: "not-found", what: "procedure" });
  const { outcome, readings, context, note, proofs, partMaker, preconditions, swap, feed, trace } = input;
  const chosen = procedure.outcomes.find(({ key }) => key === outcome);
  if (!chosen && outcome !== COULD_NOT_TELL && outcome !== NOT_DONE)
    return refuseInput("outcome", "is no outcome of this procedure");
  if (outcome === NOT_DONE && !note) return refuseInput("note", "say why it was not done");
  const instrument = input.instrumentId ? await instrumentOf(db, site.id, input.instrumentId) : null;
  const ownSpec = specFor(procedure, vehicle, partMaker)?.spec ?? null;
  const opening = wantsOpeningPoint(procedure, ownSpec) ? input.opening : null;
  const spec = opening ? openingSpec(temperature("opening", opening)) : ownSpec;
  const kind = kindOfTest(procedure, spec, input.comparedBy);
  const test = { readings, context, instrument, proofs, swap, feed, trace, ticked: preconditions };
  const judged = outcome === NOT_DONE ? null : verdictOfTest({ ...procedure, kind }, spec, test);
  if (judged && !judged.ok) return refuseInput(judged.path, judged.message);
  const matters = await marketMattersOf(db, vehicle);
  requireSure(input, spec, vehicle.market !== null && matters ? { name: vehicle.market, matters } : null);
  const against = needsReason(judged, outcome);
  if (against && !input.overruled)
    return refuseInput(
      "overruled",
      judged?.verdict === "cannot-judge" ? UNJUDGED : "say why the verdict is not followed",
    );
  return {
    kind: "test",
    procedure: procedure.key,
    access: outcome === NOT_DONE ? null : procedure.access,
    version: procedure.version,
    title: procedure.title,
    outcome,
    outcomeLabel: chosen?.label ?? (outcome === NOT_DONE ? "Not done" : "Could not tell"),
    readings,
    verdict: judged?.verdict ?? null,
    verdictText: verdictText(judged),
    effects: chosen?.effects ?? [],
    note,
    place: input.place,
    swap,
    feed,
    trace: trace && keepTrace(traceOf(trace), DRAWN_POINTS),
    comparedBy: kind === procedure.kind ? null : input.comparedBy,
    preconditions,
    partMaker,
    opening,
    proofs,
    overruled: against ? input.overruled : null,
    instrument: instrument && instrumentText(instrument, site, now),
  };
}

function temperature(path: string, quantity: Quantity): Quantity {
  return sameDimension(quantity.unit, "degC") ? quantity : refuseInput(path, "is no temperature");
}

/** What is doubtful is asked before it is kept; whoever says that it is right is believed. */
function requireSure(
  { readings, context, sure }: TestInput,
  spec: Spec | null,
  market: DoubtRequest["market"] = null,
): void {
  if (sure) return;
  for (const [at, { label, reading }] of readings.entries()) {
    const [doubt] = doubtsOf({ spec, reading, context, label, market });
    if (doubt) refuseInput(`readings[${at}].reading`, `${doubtText(doubt)} If it is right, say so.`);
  }
}

async function instrumentOf(db: Db, siteId: SiteId, id: string): Promise<InstrumentRow> {
  return (await findInstrument(db, siteId, id)) ?? refuseInput("instrumentId", "is no instrument of this shop");
}

/** "Multimeter 2", with what is to be known of it. */
function instrumentText({ name, calibrationDue, provedAt }: InstrumentRow, site: Site, now: Date): string {
  const overdue = calibrationDue !== null && calibrationDue < shopDay(site, now);
  const proved = isProved(provedAt, now);
  return [
    name,
    ...(proved ? ["proved on a known source today"] : []),
    ...(overdue ? [`calibration overdue since ${calibrationDue}`] : []),
  ].join(", ");
}

const UNJUDGED = "it cannot be judged by its spec: say what was seen that speaks for this outcome";

/** So many points of a recording stay on the trail: enough to draw it. */
const DRAWN_POINTS = 240;
