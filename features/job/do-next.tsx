"use client";

import type { ReactNode } from "react";
import type { Money } from "@/core/diagnosis";
import type { ProofStep } from "@/core/proof";
import { dateText, minutesText, moneyText } from "@/features/shared/format";
import type { ActionView, WhatIfView } from "@/server/views/advice-view";
import type { JobSheet } from "@/server/views/job-sheet";
import { Button } from "@/ui/button";
import { useJobPage, useMay, type JobDialog } from "./job-context";
import { useRunningTests } from "./running-test";

/** The one filled block of the sheet: what to do now, what it takes, what it saves. */
export function DoNext() {
  const { sheet } = useJobPage();
  const mayRecord = useMay("job.record");
  const { need, cameBack, facts } = sheet;
  if (facts.closed) return <ClosedJob />;
  if (!mayRecord) return null;
  return (
    <section aria-label="Do next" className="border-l-4 border-ochre bg-ochre-pale px-4 py-3">
      <GoOn />
      {cameBack && <p className="mb-1 font-medium text-brick">The fault came back: the cause has lost its standing.</p>}
      {need.kind === "test" && <NextAction />}
      {need.kind === "part-result" && <TryPart partSeq={need.seq} />}
      {need.kind === "proof" && <NextProof missing={need.missing} />}
      {need.kind === "watch" && <Watched until={need.until} />}
      {need.kind === "decision" && <Decision about={need.about} />}
    </section>
  );
}

/** Tests that were begun on this machine and not saved yet. */
function GoOn() {
  const { sheet, open } = useJobPage();
  const { running, keep } = useRunningTests(sheet.job.id);
  const titleOf = (procedure: string) => sheet.procedures.find(({ key }) => key === procedure)?.title;
  return running
    .filter(({ procedure }) => titleOf(procedure))
    .map(({ procedure }) => (
      <div key={procedure} className="mb-3 border-b border-ochre pb-3">
        <p className="font-medium text-ochre-ink">Under way on this machine</p>
        <p>{titleOf(procedure)}</p>
        <div className="mt-1 flex flex-wrap gap-2">
          <Button onClick={() => open({ kind: "test", procedure })}>Go on with it</Button>
          <Button look="quiet" onClick={() => keep(procedure, null)}>
            Forget it
          </Button>
        </div>
      </div>
    ));
}

function Block({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <>
      <p className="font-medium text-ochre-ink">Do next</p>
      <h2 className="text-xl">{title}</h2>
      {children}
    </>
  );
}

function NextAction() {
  const { sheet, open } = useJobPage();
  const [best, ...others] = sheet.advice.next;
  if (!best && sheet.facts.tests.length + sheet.facts.parts.length > 0) return <NothingLeft />;
  if (!best)
    return (
      <Block title="Take down what the vehicle shows">
        <p>
          Symptoms with their conditions, and the codes of every module. The book starts to speak with the first of
          them.
        </p>
        <Actions
          first={{ label: "Symptoms", dialog: { kind: "symptoms" } }}
          second={{ label: "Scan", dialog: { kind: "scan" } }}
        />
      </Block>
    );
  return (
    <Block title={best.kind === "test" ? best.title : `Repair: ${best.title}`}>
      <p className="text-sm sm:text-base">{describe(best)}</p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button id="do-next" look="main" onClick={() => open(dialogOf(best))}>
          {best.kind === "test" ? "Start" : "Record the repair"}
        </Button>
        <Button onClick={() => open({ kind: "other-ways" })}>Other ways ({others.length})</Button>
      </div>
      <InAll />
      <SecondBest />
      <WhileThere />
      {best.kind === "test" && <WhatIf outcomes={best.whatIf} />}
    </Block>
  );
}

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
  if (expectedWorkMinutes > WORKING_DAY)
    return <p className="mt-2 text-sm text-ink-soft">The book cannot say yet how long this will take.</p>;
  const parts = expectedParts.amount >= 1 ? `, parts ${moneyText(wholeMoney(expectedParts))}` : "";
  return (
    <p className="mt-2 text-sm text-ink-soft">
      On average {minutesText(expectedWorkMinutes)}
      {parts} until it is fixed{unknown >= MUCH_UNKNOWN ? ", if the book knows the cause" : ""}.
    </p>
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
    <p className="mt-2 text-sm text-ink-soft">
      Second best, “{title}”, {more}.
    </p>
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
    <details className="no-print">
      <summary className="inline-flex min-h-11 cursor-pointer items-center font-medium underline decoration-rule-strong underline-offset-4">
        What if?
      </summary>
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
    </details>
  );
}

export function dialogOf(action: ActionView): JobDialog {
  if (action.kind === "test") return { kind: "test", procedure: action.procedure };
  return { kind: "part", cause: { component: action.component, failure: action.failure } };
}

/** "Settles vanes against actuator; saves about 40 min. 9 min, nothing to take off." */
export function describe(action: ActionView): string {
  const why = action.why.charAt(0).toUpperCase() + action.why.slice(1);
  if (action.kind === "fix") {
    if (!action.planned) return `${why}. The book does not know yet what this repair takes.`;
    const parts = action.partsCost.amount > 0 ? `, parts ${moneyText(action.partsCost)}` : "";
    return `${why}. ${minutesText(action.minutes)}${parts}.`;
  }
  const access =
    action.accessMinutes > 0 ? `${minutesText(action.accessMinutes)} of it to get there` : "nothing to take off";
  const whose = action.general ? " General practice, not this shop’s experience." : "";
  return `${why}. ${minutesText(action.minutes)}, ${access}.${whose}`;
}

interface ActionsProps {
  readonly first: { readonly label: string; readonly dialog: JobDialog };
  readonly second?: { readonly label: string; readonly dialog: JobDialog };
}

function Actions({ first, second }: ActionsProps) {
  const { open } = useJobPage();
  return (
    <div className="mt-2 flex flex-wrap gap-2">
      <Button id="do-next" look="main" onClick={() => open(first.dialog)}>
        {first.label}
      </Button>
      {second && <Button onClick={() => open(second.dialog)}>{second.label}</Button>}
    </div>
  );
}

function TryPart({ partSeq }: { readonly partSeq: number }) {
  const { needName } = useJobPage().sheet;
  return (
    <Block title={`Try it: ${needName ?? "the part"} is in`}>
      <p>Under the conditions of the complaint. What came of it counts as much when it changed nothing.</p>
      <Actions first={{ label: "Say what came of it", dialog: { kind: "part-result", partSeq } }} />
    </Block>
  );
}

export const STEP_TITLES: Record<ProofStep, string> = {
  bench: "Try it before closing up",
  "same-test": "Repeat the same test",
  "codes-stay-clear": "Clear the codes, see that they stay clear",
  "road-test": "Drive it as complained of",
  "follow-up": "Ask after it",
};

function NextProof({ missing }: { readonly missing: readonly ProofStep[] }) {
  const { sheet, open } = useJobPage();
  const [first = "road-test", ...rest] = missing;
  const detail = {
    bench: "",
    "same-test": sheet.sameTest
      ? `“${sheet.sameTest}” failed before the repair: it has to pass now.`
      : "The test that failed has to pass now.",
    "codes-stay-clear": "Cleared is not repaired: key cycles and a drive, then read again.",
    "road-test": sheet.symptoms.length
      ? `As the customer told it: ${sheet.symptoms.join("; ")}.`
      : "Under the conditions of the complaint.",
    "follow-up": "",
  }[first];
  return (
    <Block title={STEP_TITLES[first]}>
      <p>{detail}</p>
      {rest.length > 0 && (
        <p className="text-sm">Then: {rest.map((step) => STEP_TITLES[step].toLowerCase()).join("; ")}.</p>
      )}
      <Actions
        first={{ label: "Record the proof", dialog: { kind: "proof", step: first } }}
        second={{ label: "Close without it", dialog: { kind: "close" } }}
      />
      <Button look="quiet" className="text-sm" onClick={() => open({ kind: "finding" })}>
        Name another cause
      </Button>
    </Block>
  );
}

function Watched({ until }: { readonly until: string }) {
  const { sheet, site } = useJobPage();
  const { watch } = sheet.facts;
  return (
    <Block title="Being watched for">
      <p>
        {watch?.what.replace(/[.;\s]+$/, "")}. Watched for by {watch?.who}; we ask again on{" "}
        {dateText(new Date(`${until}T12:00:00Z`), site.timeZone)}. Has it shown itself?
      </p>
      <Actions
        first={{ label: "Say whether it shows", dialog: { kind: "confirm" } }}
        second={{ label: "Test all the same", dialog: { kind: "other-ways" } }}
      />
    </Block>
  );
}

function Decision({ about }: { readonly about: "came-back" | "cause" | "close" | "catch" }) {
  const mayClose = useMay("job.close");
  if (about === "catch")
    return (
      <Block title="Plan how to catch it">
        <p>It was not reproduced: what to watch for, who does it, until when. A part fitted now would be a guess.</p>
        <Actions
          first={{ label: "Plan it", dialog: { kind: "watch" } }}
          second={{ label: "Test all the same", dialog: { kind: "other-ways" } }}
        />
      </Block>
    );
  if (about === "cause")
    return (
      <Block title="Name the cause">
        <p>The fault is gone: say what it was, and what made it fail.</p>
        <Actions first={{ label: "Name the cause", dialog: { kind: "finding" } }} />
      </Block>
    );
  return (
    <Block title={mayClose ? "Close the job" : "Ready to be closed"}>
      <p>
        {mayClose
          ? "Everything before hand-over is done. What it teaches goes into the book."
          : "A technician or a lead closes it."}
      </p>
      {mayClose && <Actions first={{ label: "Close the job", dialog: { kind: "close" } }} />}
    </Block>
  );
}

/** The rung of a cure that a follow-up found to last. */
const HELD_OVER_TIME = 5;

function ClosedJob() {
  const { sheet, open } = useJobPage();
  const mayRecord = useMay("job.record");
  const mayReopen = useMay("job.reopen");
  const { title, words } = afterwards(sheet);
  const asksAfter = mayRecord && !sheet.cameBack && sheet.facts.finding?.result === "root-cause";
  return (
    <section aria-label="After the job" className="border-l-4 border-rule-strong bg-paper-2 px-4 py-3">
      <h2 className="text-lg">{title}</h2>
      <p>{words}</p>
      <div className="mt-2 flex flex-wrap gap-2">
        {asksAfter && <Button onClick={() => open({ kind: "proof", step: "follow-up" })}>Record the follow-up</Button>}
        {mayReopen && <Button onClick={() => open({ kind: "reopen" })}>Open it again</Button>}
      </div>
    </section>
  );
}

/** What is to be said of a closed job, by how it ended. */
function afterwards({ cameBack, rung, facts }: JobSheet): { readonly title: string; readonly words: string } {
  if (cameBack) return { title: "The fault came back", words: "The cause has lost its standing. Open the job again." };
  if (facts.finding?.result === "unresolved")
    return { title: "Not solved", words: "What is known and which roads are closed stands here for whoever goes on." };
  if (facts.finding?.result === "no-fault-found")
    return {
      title: "No fault",
      words: "It works as it was designed to. If it troubles the customer again, open it again.",
    };
  if (rung === HELD_OVER_TIME) return { title: "It held", words: "The follow-up found it cured." };
  return { title: "Did it hold?", words: "A follow-up after days and kilometres is the firmest proof." };
}
