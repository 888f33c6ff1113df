"use client";

import { WAITING_WORDS } from "@/core/entries";
import { CommandMessage } from "@/features/shared/command-message";
import { dateText } from "@/features/shared/format";
import { Button } from "@/ui/button";
import { ClosedJob } from "./closed-job";
import { Actions, Block } from "./do-next-block";
import { useJobPage, useMay } from "./job-context";
import { NextAction } from "./next-action";
import { NextProof } from "./next-proof";
import { useProcedures } from "./procedures";
import { useRunningTests } from "./running-test";
import { useJobCommand } from "./use-job-command";

/** The one filled block of the sheet: what to do now, what it takes, what it saves. */
export function DoNext() {
  const { sheet } = useJobPage();
  const mayRecord = useMay("job.record");
  const { need, cameBack, facts } = sheet;
  if (facts.closed) return <ClosedJob />;
  if (!mayRecord) return null;
  return (
    <section aria-label="Do next" className="grow border-l-4 border-ochre bg-ochre-pale px-4 py-3">
      <GoOn />
      {cameBack && <p className="mb-1 font-medium text-brick">The fault came back: the cause has lost its standing.</p>}
      {need.kind === "test" && <NextAction />}
      {need.kind === "part-result" && <TryPart partSeq={need.seq} />}
      {need.kind === "companions" && <GoesWithIt partSeq={need.seq} what={need.what} />}
      {need.kind === "proof" && <NextProof missing={need.missing} />}
      {need.kind === "waiting" && <Waits />}
      {need.kind === "watch" && <Watched until={need.until} />}
      {need.kind === "decision" && <Decision about={need.about} />}
    </section>
  );
}

/** Tests that were begun on this machine and not saved yet. */
function GoOn() {
  const { sheet } = useJobPage();
  const { running } = useRunningTests(sheet.job.id);
  return running.length ? <UnderWay /> : null;
}

function UnderWay() {
  const { sheet, open } = useJobPage();
  const { running, keep } = useRunningTests(sheet.job.id);
  const { procedures } = useProcedures();
  const titleOf = (procedure: string) => procedures?.find(({ key }) => key === procedure)?.title;
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

function TryPart({ partSeq }: { readonly partSeq: number }) {
  const { needName } = useJobPage().sheet;
  return (
    <Block title={`Try it: ${needName ?? "the part"} is in`}>
      <p>Under the conditions of the complaint. A repair that changed nothing counts as much as one that cured it.</p>
      <Actions first={{ label: "Record the result", dialog: { kind: "part-result", partSeq } }} />
    </Block>
  );
}

/** What goes with the repair, before anybody proves it. */
function GoesWithIt({ partSeq, what }: { readonly partSeq: number; readonly what: readonly string[] }) {
  const { needName } = useJobPage().sheet;
  return (
    <Block title={`Goes with it: ${needName ?? "the repair"}`}>
      <ol className="list-decimal pl-6">
        {what.map((each) => (
          <li key={each}>{each}</li>
        ))}
      </ol>
      <Actions
        first={{ label: "Check it off", dialog: { kind: "check-off", partSeq } }}
        second={{ label: "Name the cause", dialog: { kind: "finding" } }}
      />
    </Block>
  );
}

/** What it waits for; whoever has it says that it goes on. */
function Waits() {
  const { sheet, site } = useJobPage();
  const { waiting } = sheet.facts;
  const goOn = useJobCommand("record-waiting", "It goes on");
  if (!waiting) return null;
  return (
    <Block title={WAITING_WORDS[waiting.for]}>
      <p>
        {waiting.what.replace(/[.;\s]+$/, "")}. Since {dateText(new Date(waiting.since), site.timeZone)}
        {waiting.due
          ? `, due ${dateText(new Date(`${waiting.due}T12:00:00Z`), site.timeZone)}`
          : ", nobody knows until when"}
        .
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button id="do-next" look="main" busy={goOn.busy} onClick={() => void goOn.save({ for: null, what: "" })}>
          It is there, go on
        </Button>
        <WaitsOn />
      </div>
      <CommandMessage message={goOn.message} meanwhile={goOn.meanwhile} />
    </Block>
  );
}

function WaitsOn() {
  const { open } = useJobPage();
  return <Button onClick={() => open({ kind: "waiting" })}>It takes longer</Button>;
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
