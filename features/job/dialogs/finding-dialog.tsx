"use client";

import { X } from "lucide-react";
import { useState } from "react";
import type { Cause } from "@/core/book";
import { MISSING_WORDS } from "@/core/entries";
import { MISSING, type FoundCause, type JobFacts, type LeftOver } from "@/core/job";
import { upperFirst } from "@/core/words";
import { Button } from "@/ui/button";
import { ChooseOne, ChooseSome } from "@/ui/choices";
import { Field, TextArea, TextInput } from "@/ui/form";
import { Suggestions } from "@/ui/suggestions";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { CausePicker } from "./cause-picker";
import { JobForm } from "./job-form";
import { LeftOverFields } from "./left-over-fields";
import { PlaceField } from "./place-field";
import { ReasonField } from "./reason-field";

const RESULTS = [
  { value: "root-cause", label: "Found: root cause" },
  { value: "no-fault-found", label: "No fault, or works as designed" },
  { value: "unresolved", label: "Not solved" },
] as const;

interface FindingDialogProps {
  /** Which of the known cases this is, where it is no fault. */
  readonly designedAt: number | null;
}

/** Names the cause; there may be two. What made it fail belongs beside it. */
export function FindingDialog({ designedAt }: FindingDialogProps) {
  const { sheet } = useJobPage();
  const designed = (designedAt !== null && sheet.designed[designedAt]) || null;
  const form = useJobForm(designed ? `finding ${designed.what}` : "finding", {
    result: designed ? "no-fault-found" : ("root-cause" as string),
    causes: startWith(sheet.facts) as readonly FoundCause[],
    adding: { component: "", failure: "" } as Cause,
    place: "",
    left: (sheet.facts.finding?.left ?? notGone(sheet.facts)) as readonly LeftOver[],
    why: designed?.what ?? "",
    tellCustomer: designed?.tellCustomer ?? "",
    missing: [] as string[],
    takes: "",
  });
  const command = useJobCommand("record-finding", "Finding saved", { form });
  const [result, setResult] = form.field("result");
  const [causes, setCauses] = form.field("causes");
  const [adding, setAdding] = form.field("adding");
  const [place, setPlace] = form.field("place");
  const [left, setLeft] = form.field("left");
  const [why, setWhy] = form.field("why");
  const [tellCustomer, setTellCustomer] = form.field("tellCustomer");
  const [more, setMore] = useState(false);
  const noFault = result === "no-fault-found";
  const isCause = result === "root-cause";
  const all = adding.component && adding.failure ? [...causes, { ...adding, place: place || null }] : causes;
  return (
    <JobForm
      title="Name the cause"
      lead="Component and how it failed. A job that ends unsolved is a result too: say what is missing."
      command={command}
      form={form}
      fields={["causes", "left", "why", "tellCustomer", "takes"]}
      save="Save the finding"
      disabled={result === "root-cause" && all.length === 0}
      onSubmit={() =>
        command.save({
          result,
          causes: result === "unresolved" ? [] : all,
          left: isCause ? left : [],
          why,
          tellCustomer: noFault ? tellCustomer : null,
          missing: result === "unresolved" ? form.values.missing : [],
          takes: form.values.takes || null,
        })
      }
    >
      <ChooseOne label="Finding" value={result} onChange={setResult} choices={RESULTS} stacked />
      {result !== "unresolved" && (
        <>
          <CauseList causes={causes} onChange={setCauses} />
          {causes.length > 0 && !more ? (
            <Button look="quiet" className="self-start" onClick={() => setMore(true)}>
              There is another cause
            </Button>
          ) : (
            <>
              <CausePicker {...adding} onChange={setAdding} />
              {adding.component && <PlaceField value={place} onChange={setPlace} />}
            </>
          )}
          {isCause &&
            all.map((cause, at) => (
              <ReasonField
                key={cause.component + cause.failure + (cause.place ?? "")}
                at={at}
                cause={cause}
                problem={command.problems.find(({ path }) => path.startsWith(`causes[${at}].reason`))?.message ?? null}
                onChange={(reason) => {
                  setCauses(all.map((each) => (each === cause ? { ...each, reason } : each)));
                  if (at >= causes.length) {
                    setAdding({ component: "", failure: "" });
                    setPlace("");
                  }
                }}
              />
            ))}
          {adding.component && adding.failure && (
            <Button
              className="self-start"
              onClick={() => {
                setMore(true);
                setCauses(all);
                setAdding({ component: "", failure: "" });
                setPlace("");
              }}
            >
              Add it, there is a second cause
            </Button>
          )}
        </>
      )}
      {isCause && all.length > 0 && <LeftOverFields left={left} onChange={setLeft} />}
      {result === "unresolved" && (
        <div>
          <p className="mb-2 font-medium">What is missing</p>
          <ChooseSome
            label="What is missing"
            values={form.values.missing}
            onChange={(missing) => form.set({ missing })}
            choices={MISSING.map((each) => ({ value: each, label: upperFirst(MISSING_WORDS[each]) }))}
          />
          <p className="mt-1 text-sm text-ink-soft">
            Which roads are closed, and by what, goes along by itself. What is known is on the hand-over sheet.
          </p>
        </div>
      )}
      <Field
        name="why"
        label={result === "unresolved" ? "What is known, and what is missing" : noFault ? "What is going on" : "Note"}
      >
        <TextArea rows={3} value={why} onChange={(event) => setWhy(event.target.value)} />
      </Field>
      {result === "unresolved" && (
        <Field name="takes" label="Who takes it from here" hint="a colleague, another shop, nobody yet">
          <TextInput {...form.text("takes")} maxLength={80} list="takes-it" />
        </Field>
      )}
      <Suggestions id="takes-it" words={sheet.colleagues.map(({ name }) => name)} />
      {noFault && (
        <Field name="tellCustomer" label="What to tell the customer" hint="in words that need no workshop">
          <TextArea rows={3} value={tellCustomer} onChange={(event) => setTellCustomer(event.target.value)} />
        </Field>
      )}
    </JobForm>
  );
}

/** A complaint that a repair left as it was is open still. */
function notGone({ parts, symptoms }: JobFacts): readonly LeftOver[] {
  const told = parts.flatMap(({ work }) => (work?.cures ? [work.cures] : []));
  if (!told.length) return [];
  const gone = new Set(told.flat());
  return symptoms.flatMap(({ key }) => (gone.has(key) ? [] : [{ kind: "symptom", key, state: "open" } as const]));
}

/** The repair that cured it names its cause already; what only got it home is none. */
function startWith({
  parts,
  finding,
}: {
  parts: readonly {
    component: string;
    failure: string | null;
    result: string | null;
    place?: string | null;
    getHome?: boolean;
  }[];
  finding: { causes: readonly FoundCause[] } | null;
}): readonly FoundCause[] {
  if (finding?.causes.length) return finding.causes;
  return parts.flatMap(({ component, failure, result, place = null, getHome = false }) =>
    failure && !getHome && (result === "fixed" || result === "partly") ? [{ component, failure, place }] : [],
  );
}

function CauseList({
  causes,
  onChange,
}: {
  readonly causes: readonly FoundCause[];
  readonly onChange: (causes: readonly FoundCause[]) => void;
}) {
  const { components, failures } = useJobPage().sheet.words;
  const label = ({ component, failure, place }: FoundCause) =>
    `${place ? `${place}, ` : ""}${components.find(({ key }) => key === component)?.label ?? component}: ${failures.find(({ key }) => key === failure)?.label.toLowerCase() ?? failure}`;
  return (
    <ul>
      {causes.map((cause) => (
        <li
          key={cause.component + cause.failure + (cause.place ?? "")}
          className="flex items-center justify-between border-b border-rule"
        >
          <span className="font-semibold">{label(cause)}</span>
          <button
            type="button"
            className="inline-flex size-11 items-center justify-center hover:bg-paper-2"
            aria-label={`Leave out ${label(cause)}`}
            onClick={() => onChange(causes.filter((each) => each !== cause))}
          >
            <X aria-hidden size={20} />
          </button>
        </li>
      ))}
    </ul>
  );
}
