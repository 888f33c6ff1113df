"use client";

import type { Cause, Money } from "@/core/book";
import { isUntold } from "@/core/case";
import { caseOf } from "@/core/job";
import { upperFirst } from "@/core/words";
import { minutesText, moneyText } from "@/features/shared/format";
import type { ActionView, WhatIfView } from "@/server/views/advice-view";
import { Button } from "@/ui/button";
import { Unfold } from "@/ui/unfold";
import { Actions, Block } from "./do-next-block";
import { useJobPage, type JobDialog } from "./job-context";

/** The test or repair that the plan puts first, what it takes, and why it and not another. */
export function NextAction() {
  const { sheet, open } = useJobPage();
  const [best, ...others] = sheet.advice.next;
  const { symptoms, codes, tests, parts } = sheet.facts;
  if (isUntold(caseOf(sheet.facts))) return <TakeDown isTold={false} />;
  if (!best)
    return tests.length + parts.length > 0 ? <NothingLeft /> : <TakeDown isTold={symptoms.length + codes.length > 0} />;
  return (
    <Block title={best.kind === "test" ? best.title : `Repair: ${best.title}`}>
      <p className="text-sm sm:text-base">{describe(best)}</p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button id="do-next" look="main" onClick={() => open(dialogOf(best))}>
          {best.kind === "test" ? "Start" : "Record the repair"}
        </Button>
        {best.kind === "repair" && (
          <Button
            onClick={() =>
              open({ kind: "repair-options", cause: { component: best.component, failure: best.failure } })
            }
          >
            Ways to repair it
          </Button>
        )}
        <Button onClick={() => open({ kind: "other-ways" })}>
          {others.length ? `Other ways (${others.length})` : "Another test"}
        </Button>
      </div>
      {best.kind === "repair" && <Chosen {...best} />}
      <p className="mt-2 text-sm text-ink-soft">
        <InAll /> <SecondBest />
      </p>
      <WhileThere />
      {best.kind === "test" && <WhatIf outcomes={best.whatIf} />}
    </Block>
  );
}

/** The way that was chosen for it, and why. */
function Chosen({ component, failure }: Cause) {
  const choice = useJobPage().sheet.facts.choices?.find(
    ({ cause }) => cause.component === component && cause.failure === failure,
  );
  if (!choice) return null;
  return (
    <p className="mt-2 border-l-4 border-spruce pl-3">
      Chosen: {choice.title}
      {choice.reason && `. ${choice.reason}`}
      {choice.refused.map(({ title, why }) => `. ${title} refused: ${why}`)}
    </p>
  );
}

/** Nothing was told yet, or the book has no way: what it could start from. */
function TakeDown({ isTold }: { readonly isTold: boolean }) {
  const { sheet, open } = useJobPage();
  const ways = sheet.advice.next.length;
  return (
    <Block title="Take down what the vehicle shows">
      <p>{isTold ? NO_WAY_YET : ways ? ONLY_THE_VEHICLE : NOTHING_YET}</p>
      <Actions
        first={{ label: "Symptoms", dialog: { kind: "symptoms" } }}
        second={{ label: "Scan", dialog: { kind: "scan" } }}
      >
        {!isTold && ways > 0 && (
          <Button onClick={() => open({ kind: "other-ways" })}>Test all the same ({ways})</Button>
        )}
      </Actions>
    </Block>
  );
}

const NO_WAY_YET =
  "The book knows no test or repair yet that bears on what was told. Read the codes of every module, and name what you suspect: it is weighed.";
const NOTHING_YET =
  "Symptoms with their conditions, and the codes of every module. The book starts to speak with the first of them.";
const ONLY_THE_VEHICLE =
  "Symptoms with their conditions, and the codes of every module. Until then the odds are only what such vehicles come with: nothing is known of this one.";

/** The book has nothing more that bears on the case: when to stop, as words. */
function NothingLeft() {
  return (
    <Block title="The book has nothing more to offer">
      <p>
        No test or repair that it knows bears on what is left. Look at what was worked on last, at supply, fuses and
        earths; name what you suspect, and it is weighed. Or ask a colleague, and say what was missing: a tool, a
        diagram, a part.
      </p>
      <Actions
        first={{ label: "Name a suspect", dialog: { kind: "suspect" } }}
        second={{ label: "Hand it over", dialog: { kind: "hand-over" } }}
      />
    </Block>
  );
}

/** What it is expected to take in all: work and money apart. */
function InAll() {
  const { expectedWorkMinutes, expectedParts, unknown } = useJobPage().sheet.advice;
  if (expectedWorkMinutes > WORKING_DAY) return <>The book cannot say yet how long this will take.</>;
  const parts = expectedParts.amount >= 1 ? `, parts ${moneyText(wholeMoney(expectedParts))}` : "";
  return (
    <>
      On average {minutesText(expectedWorkMinutes)}
      {parts} until it is fixed{unknown >= MUCH_UNKNOWN ? ", if the book knows the cause" : ""}.
    </>
  );
}

/** Minutes beyond which an average is no plan. */
const WORKING_DAY = 480;
/** From here on it is said that the cause may not be in the book. */
const MUCH_UNKNOWN = 0.2;
const wholeMoney = ({ amount, currency }: Money): Money => ({ amount: Math.round(amount), currency });

/** Why this and not the next best: what that would cost more. */
function SecondBest() {
  const { secondBest } = useJobPage().sheet.advice;
  if (!secondBest) return null;
  const { title, moreMinutes } = secondBest;
  const more = moreMinutes < 1 ? "is as good" : `would take about ${minutesText(moreMinutes)} more`;
  return (
    <>
      Second best, “{title}”, {more}.
    </>
  );
}

/** Tests behind the same access: it is paid once. */
function WhileThere() {
  const { sheet, open } = useJobPage();
  const { whileThere } = sheet.advice;
  if (!whileThere.length) return null;
  return (
    <div className="mt-2 text-sm">
      <p>While you are there, behind the same access:</p>
      <ul className="flex flex-wrap gap-x-4">
        {whileThere.map(({ procedure, title, minutes }) => (
          <li key={procedure}>
            <Button look="quiet" onClick={() => open({ kind: "test", procedure })}>
              {title}, {minutesText(minutes)}
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Where the odds would go, before anybody does the test. */
export function WhatIf({ outcomes }: { readonly outcomes: readonly WhatIfView[] }) {
  if (!outcomes.length) return null;
  const percent = (p: number) => `${Math.round(p * 100)} %`;
  return (
    <Unfold title="What if?" className="no-print">
      <ul>
        {outcomes.map(({ label, chance, moves }) => (
          <li key={label} className="border-t border-rule py-2">
            <p className="font-medium">
              {label} <span className="text-sm text-ink-soft">{percent(chance)} likely</span>
            </p>
            {moves.map(({ name, from, to }) => (
              <p key={name} className="grid grid-cols-[1fr_auto] gap-3 text-sm">
                <span>{name}</span>
                <span className="mono">
                  {percent(from)} → {percent(to)}
                </span>
              </p>
            ))}
            {moves.length === 0 && <p className="text-sm text-ink-soft">moves hardly anything</p>}
          </li>
        ))}
      </ul>
    </Unfold>
  );
}

export function dialogOf(action: ActionView): JobDialog {
  if (action.kind === "test") return { kind: "test", procedure: action.procedure };
  return { kind: "part", cause: { component: action.component, failure: action.failure } };
}

/** "Settles vanes against actuator; saves about 40 min. 9 min, nothing to take off." */
export function describe(action: ActionView): string {
  const why = upperFirst(action.why);
  if (action.kind === "repair") {
    if (!action.planned) return `${why}. The book does not know yet what this repair takes.`;
    const parts = action.partsCost.amount > 0 ? `, parts ${moneyText(action.partsCost)}` : "";
    const { learnt } = action;
    const here = learnt ? `, as in ${learnt === 1 ? "the one job" : `${learnt} jobs`} here` : "";
    return `${why}. ${minutesText(action.minutes)}${parts}${here}.`;
  }
  const access =
    action.accessMinutes > 0 ? `${minutesText(action.accessMinutes)} of it to get there` : "nothing to take off";
  const whose = action.general ? " General practice, not this shop’s experience." : "";
  return `${why}. ${minutesText(action.minutes)}, ${access}.${whose}`;
}
