"use client";

import { useState } from "react";
import { seenFrom, weighPrevention } from "@/core/known-failures";
import { chanceOfFailing, wilson, type FailureCurve, type Watched } from "@/core/statistics";
import { minutesText, moneyText, odometerInput, odometerText, percentText } from "@/features/shared/format";
import type { Site } from "@/server/db/sites";
import type { KnownFailurePage } from "@/server/views/known-failure-page";
import { Field, TextInput } from "@/ui/form";
import { Section } from "@/ui/section";

interface PreventionSumProps {
  readonly page: KnownFailurePage;
  readonly site: Site;
}

const MINUTES_PER_HOUR = 60;
const CONFIDENCE = 0.95;

/** Doing it before it fails against waiting, for a vehicle at its odometer. */
export function PreventionSum({ page, site }: PreventionSumProps) {
  const { prevention, costThen } = page.known.details;
  const then = costThen ? { minutes: costThen.minutes, parts: costThen.parts.amount } : page.repair;
  const [at, setAt] = useState("");
  const [within, setWithin] = useState(site.unitSystem === "imperial" ? "12000" : "20000");
  if (!prevention) return null;
  const cost = ({ minutes, parts }: { readonly minutes: number; readonly parts: number }) =>
    parts + (minutes * site.ratePerHour) / MINUTES_PER_HOUR;
  const text = (amount: number) => moneyText({ amount: Math.round(amount), currency: site.currency });
  const costNow = cost({ minutes: prevention.minutes, parts: prevention.parts.amount });
  return (
    <Section
      title="Prevention"
      aside={prevention.everyKm ? `every ${odometerText(prevention.everyKm, site.unitSystem)}` : undefined}
    >
      <div className="flex flex-col gap-2 pt-2">
        <p>
          <span className="font-medium">{prevention.what}</span>: {text(costNow)} now ({minutesText(prevention.minutes)}
          , {moneyText(prevention.parts)} of parts)
          {then && `, against ${text(cost(then))} once it has failed`}.
        </p>
        {then && page.curve ? (
          <>
            <div className="flex flex-wrap gap-4">
              <Field name="at" label={`This vehicle reads, ${site.unitSystem === "imperial" ? "mi" : "km"}`}>
                <TextInput
                  value={at}
                  inputMode="numeric"
                  className="mono max-w-40"
                  onChange={(event) => setAt(event.target.value)}
                />
              </Field>
              <Field name="within" label="Looked ahead">
                <TextInput
                  value={within}
                  inputMode="numeric"
                  className="mono max-w-40"
                  onChange={(event) => setWithin(event.target.value)}
                />
              </Field>
            </div>
            <Sum
              curve={page.curve.curve}
              watched={page.curve.fleet.watched}
              odometerKm={odometerInput(at, site.unitSystem)}
              withinKm={odometerInput(within, site.unitSystem)}
              costNow={costNow}
              costThen={cost(then)}
              text={text}
            />
          </>
        ) : (
          <p className="text-ink-soft">
            {then
              ? "Whether it pays needs vehicles that were watched up to the failure; there are too few yet."
              : "What it costs once it has failed is not said, and no job here repaired it."}
          </p>
        )}
      </div>
    </Section>
  );
}

interface SumProps {
  readonly curve: FailureCurve;
  readonly watched: readonly Watched[];
  readonly odometerKm: number | string | null;
  readonly withinKm: number | string | null;
  readonly costNow: number;
  readonly costThen: number;
  readonly text: (amount: number) => string;
}

function Sum({ curve, watched, odometerKm, withinKm, costNow, costThen, text }: SumProps) {
  if (typeof odometerKm !== "number" || typeof withinKm !== "number")
    return <p className="text-ink-soft">Type the odometer to see whether it pays on this vehicle.</p>;
  const chance = chanceOfFailing(curve, watched, { odometerKm, withinKm });
  if (chance === null) return <p>No such vehicle was watched that far: nothing can be said of one at this odometer.</p>;
  const { wait, saves, breakEven } = weighPrevention({ costNow, costThen, chance });
  const seen = seenFrom(watched, odometerKm, withinKm);
  const range = seen.watched ? wilson(seen.failed, seen.watched, CONFIDENCE) : null;
  const isOpen = range === null || (breakEven !== null && breakEven > range.low && breakEven < range.high);
  return (
    <div role="status">
      <p>
        Chance that it fails within this stretch: <span className="font-semibold">{percentText(chance)}</span>
        {range &&
          `, ${percentText(range.low)} to ${percentText(range.high)} by the ${seen.watched} that were watched there`}
        . Waiting costs {text(wait)} on average, doing it now {text(costNow)}:{" "}
        <span className="font-semibold">
          {isOpen ? "too few were watched to say which is better; as they went, " : ""}
          {saves > 0 ? `doing it now saves ${text(saves)}` : `waiting saves ${text(-saves)}`}
        </span>
        .
      </p>
      <p className="text-sm text-ink-soft">
        {breakEven === null
          ? "It costs no less now than then: it never pays by money alone."
          : `It pays from a chance of ${percentText(breakEven)} on.`}{" "}
        Taken for granted: what is done now does not fail within the stretch, a failure costs what is said above, and
        nobody is hurt or stranded by it, which may matter more than the sum.
      </p>
    </div>
  );
}
