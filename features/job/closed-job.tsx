"use client";

import { useState } from "react";
import { dayText } from "@/core/day";
import { vehicleName } from "@/core/vehicle";
import { lowerFirst } from "@/core/words";
import { CommandMessage } from "@/features/shared/command-message";
import type { JobSheet } from "@/server/views/job-sheet";
import { Button, ButtonLink } from "@/ui/button";
import { TextArea } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { Unfold } from "@/ui/unfold";
import { useJobPage, useMay } from "./job-context";
import { useJobCommand } from "./use-job-command";

/** The rung of a cure that a follow-up found to last. */
const HELD_OVER_TIME = 5;

/** What stands in the place of the next step once the job is closed. */
export function ClosedJob() {
  const { sheet, open } = useJobPage();
  const mayAsk = useMay("job.complaint");
  const mayReopen = useMay("job.reopen");
  const mayOpen = useMay("job.open");
  const mayExtend = useMay("book.extend");
  const { title, words } = afterwards(sheet);
  const asksAfter = mayAsk && !sheet.cameBack && sheet.facts.finding?.result === "root-cause";
  return (
    <section aria-label="After the job" className="grow border-l-4 border-rule-strong bg-paper-2 px-4 py-3">
      <h2 className="text-lg">{title}</h2>
      <p>{words}</p>
      <div className="mt-2 flex flex-wrap gap-2">
        {asksAfter && <FollowUp held={sheet.rung === HELD_OVER_TIME} />}
        {mayOpen && <Button onClick={() => open({ kind: "comeback" })}>It is back here</Button>}
        <ButtonLink href={`/jobs/${sheet.job.id}/paper`}>On paper</ButtonLink>
        {mayExtend && <ButtonLink href={`/known-failures/new?job=${sheet.job.id}`}>This model does that</ButtonLink>}
        {mayReopen && <Button onClick={() => open({ kind: "reopen" })}>Open it again</Button>}
      </div>
      {!mayReopen && <p className="mt-2 text-sm text-ink-soft">A lead can open it again.</p>}
    </section>
  );
}

/** One tap for each answer; who does not answer is asked again. */
function FollowUp({ held }: { readonly held: boolean }) {
  const { sheet, open } = useJobPage();
  const command = useJobCommand("answer-follow-up", "Follow-up saved");
  const mayRecord = useMay("job.record");
  const told = (result: "held" | "came-back") => () => void command.save({ result, note: "" });
  return (
    <>
      <Button look={held ? "plain" : "main"} busy={command.busy} onClick={told("held")}>
        {held ? "It still holds" : "It held"}
      </Button>
      <Button busy={command.busy} onClick={told("came-back")}>
        It came back
      </Button>
      <Button onClick={() => open({ kind: "follow-up-day" })}>
        {sheet.askOn ? "Ask another day" : "Ask on a day"}
      </Button>
      {mayRecord && (
        <Button look="quiet" onClick={() => open({ kind: "proof", step: "follow-up" })}>
          With a note
        </Button>
      )}
      <CommandMessage message={command.message} meanwhile={command.meanwhile} />
      <MessageToCustomer />
    </>
  );
}

/** What may be sent to the customer: in a field, to be read, changed and copied. */
function MessageToCustomer() {
  const { sheet, site } = useJobPage();
  const notify = useNotify();
  const { vehicle, job, findingText } = sheet;
  const what = findingText?.replace(/^[^:]*: /, "") ?? "the fault";
  const [text, setText] = useState(
    `You brought us your ${vehicleName(vehicle)}${vehicle.plate ? `, ${vehicle.plate}` : ""}: “${job.complaint}” What it was: ${lowerFirst(what).replaceAll(": ", ", ")}. Has it stayed away since? Please tell us either way. ${site.name}`,
  );
  const copy = () =>
    navigator.clipboard.writeText(text).then(
      () => notify("Copied"),
      () => notify("This browser does not let it be copied: mark the text instead.", true),
    );
  return (
    <Unfold title="Message for the customer" className="basis-full">
      <TextArea
        aria-label="Message for the customer"
        rows={5}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <Button className="mt-2" onClick={() => void copy()}>
        Copy it
      </Button>
    </Unfold>
  );
}

/** What is to be said of a closed job, by how it ended. */
function afterwards({ cameBack, rung, facts, askOn }: JobSheet): { readonly title: string; readonly words: string } {
  if (cameBack)
    return { title: "The fault came back", words: "The cause has lost its standing; the job is to be opened again." };
  if (facts.finding?.result === "unresolved" && facts.parts.some(({ getHome }) => getHome))
    return {
      title: "Got home, to be repaired",
      words: "What brought it home is no repair: open it again when it comes.",
    };
  if (facts.finding?.result === "unresolved")
    return { title: "Not solved", words: "What is known and which roads are closed stands here for whoever goes on." };
  if (facts.finding?.result === "no-fault-found")
    return {
      title: "No fault",
      words: "It works as it was designed to. If it troubles the customer again, open it again.",
    };
  if (rung === HELD_OVER_TIME) return { title: "It held", words: "The follow-up found it cured." };
  return {
    title: "Did it hold?",
    words: askOn ? `We ask on ${dayText(askOn)}.` : "A follow-up after days and kilometres is the firmest proof.",
  };
}
