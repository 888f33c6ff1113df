"use client";

import { useState } from "react";
import {
  contradicts,
  COULD_NOT_TELL,
  NOT_DONE,
  partMakersOf,
  specFor,
  verdictOfTest,
  type ChosenSpec,
  type Procedure,
  type TestVerdict,
} from "@/core/diagnosis";
import { doubtsOf, doubtText, unitsLike, UNITS, type Unit } from "@/core/measure";
import { minutesText } from "@/features/shared/format";
import { ChooseOne, ChooseSome } from "@/ui/choices";
import { Field, SelectInput, TextArea, TextInput } from "@/ui/form";
import { useJobPage } from "../../job-context";
import { useRunningTests } from "../../running-test";
import { useJobCommand } from "../../use-job-command";
import { JobForm } from "../job-form";
import { MinutesField, numberOrText } from "../minutes-field";
import { Cautions, HIGH_VOLTAGE_CAUTIONS } from "./cautions";
import { HighVoltageFields, SeveralFields, ValueFields } from "./reading-fields";
import { Stopwatch } from "./stopwatch";
import { newDraft, testReadings, unitOfSpec, unreadable, type TestDraft } from "./test-draft";

/** A test from a procedure: caution first, then the readings with their verdict, then what it came to. */
export function TestDialog({ procedureKey }: { readonly procedureKey: string }) {
  const procedure = useJobPage().sheet.procedures.find(({ key }) => key === procedureKey);
  return procedure ? <TestForm procedure={procedure} /> : null;
}

/** The draft of this test: the one that runs on this machine, else a new one. What is changed is kept at once. */
function useDraft(procedure: Procedure, minutes: number) {
  const { running, keep } = useRunningTests(useJobPage().sheet.job.id);
  const [first] = useState(() => newDraft(procedure, minutes));
  const own = running.find((each) => each.procedure === procedure.key) ?? null;
  const draft = own?.draft ?? first;
  return {
    draft,
    change: (part: Partial<TestDraft>) =>
      keep(procedure.key, { draft: { ...draft, ...part }, pending: own?.pending ?? null }),
    done: () => keep(procedure.key, null),
    pending: {
      read: () => own?.pending ?? null,
      write: (pending: { key: string; body: string }) => keep(procedure.key, { draft, pending }),
    },
  };
}

function TestForm({ procedure }: { readonly procedure: Procedure }) {
  const { sheet } = useJobPage();
  const opened = sheet.facts.tests.some(({ access }) => access === procedure.access);
  const { draft, change, done, pending } = useDraft(
    procedure,
    procedure.minutes + (opened ? 0 : procedure.accessMinutes),
  );
  const command = useJobCommand("record-test", "Test saved", pending);
  const chosen = specFor(procedure, sheet.facts.vehicle, draft.partMaker);
  const instrument = sheet.instruments.find(({ id }) => id === draft.instrumentId) ?? null;
  const base: Unit = procedure.kind === "high-voltage" ? "V" : (unitOfSpec(chosen?.spec ?? procedure.spec) ?? "ohm");
  const unit = draft.unit ?? base;
  const test = testReadings(draft, unit, instrument);
  const judged = test.readings.length ? verdictOfTest(procedure, chosen?.spec ?? null, test) : null;
  const doubts = test.readings.flatMap(({ reading }) =>
    doubtsOf({ spec: chosen?.spec ?? null, reading, context: test.context }),
  );
  const unread = unreadable(draft, unit);
  const spoken = judged?.ok ? judged.outcome : null;
  const outcome = draft.outcome ?? spoken;
  const against = contradicts(judged, outcome);
  const save = async () => {
    const { readings, context, proofs } = outcome === NOT_DONE ? { readings: [], context: null, proofs: null } : test;
    const { ticked, partMaker, instrumentId, overruled, sure, note } = draft;
    const saved = await command.save({
      ...{ procedure: procedure.key, outcome, readings, context, proofs, note, sure },
      ...{ preconditions: ticked, partMaker, instrumentId, overruled: against ? overruled : null },
      minutes: numberOrText(draft.minutes),
    });
    if (saved) done();
  };
  return (
    <JobForm
      title={procedure.title}
      lead={describeWork(procedure, opened)}
      command={command}
      fields={["minutes", "note", "outcome", "readings", "proofs", "overruled"]}
      save="Save the test"
      disabled={!outcome || unread.length > 0 || (doubts.length > 0 && !draft.sure && outcome !== NOT_DONE)}
      onSubmit={() => void save()}
    >
      {procedure.question && <p>{procedure.question}</p>}
      <Cautions
        cautions={[...(procedure.kind === "high-voltage" ? HIGH_VOLTAGE_CAUTIONS : []), ...procedure.cautions]}
      />
      <Before procedure={procedure} ticked={draft.ticked} onTick={(ticked) => change({ ticked })} />
      <Stopwatch
        startedAt={draft.startedAt}
        onStart={(startedAt) => change({ startedAt })}
        onTake={(minutes) => change({ minutes })}
      />
      <With draft={draft} change={change} procedure={procedure} chosen={chosen} />
      {procedure.kind === "several" && (
        <SeveralFields draft={draft} change={change} unit={base} units={unitsFor(procedure, base)} />
      )}
      {procedure.kind === "high-voltage" && <HighVoltageFields draft={draft} change={change} />}
      {procedure.kind === "value" && chosen && (
        <ValueFields spec={chosen.spec} draft={draft} change={change} unit={base} units={unitsLike(base)} />
      )}
      {procedure.kind === "value" && !chosen && procedure.spec && (
        <p className="border-l-4 border-ochre pl-3">
          There are no values for this maker’s part. Compare instead: with its twin, with one that is known to be good,
          or before and after.
        </p>
      )}
      {unread.length > 0 && (
        <p className="font-medium text-brick">“{unread[0]}” is no reading: digits with a comma or a point, or OL.</p>
      )}
      {judged && <VerdictLine judged={judged} />}
      {doubts.length > 0 && (
        <div className="border-l-4 border-ochre bg-ochre-pale px-3 py-2">
          {doubts.map((doubt) => (
            <p key={doubt.kind}>{doubtText(doubt)}</p>
          ))}
          <label className="flex min-h-11 items-center gap-3">
            <input
              type="checkbox"
              checked={draft.sure}
              onChange={(event) => change({ sure: event.target.checked })}
              className="size-6 accent-ink"
            />
            It is right as it stands
          </label>
        </div>
      )}
      <div>
        <p className="mb-2 font-medium">It came to</p>
        <ChooseOne
          label="Outcome"
          value={outcome}
          onChange={(next) => change({ outcome: next })}
          choices={outcomesOf(procedure)}
          stacked
        />
      </div>
      {against && (
        <Field name="overruled" label="Why the verdict is not followed">
          <TextInput value={draft.overruled} onChange={(event) => change({ overruled: event.target.value })} />
        </Field>
      )}
      <MinutesField value={draft.minutes} onChange={(minutes) => change({ minutes })} />
      <Field
        name="note"
        label={outcome === NOT_DONE ? "Why it was not done" : "Note"}
        {...(outcome === NOT_DONE ? {} : { hint: "optional" })}
      >
        <TextArea rows={2} value={draft.note} onChange={(event) => change({ note: event.target.value })} />
      </Field>
    </JobForm>
  );
}

function outcomesOf({ outcomes }: Procedure) {
  return [
    ...outcomes.map(({ key, label }) => ({ value: key, label })),
    { value: COULD_NOT_TELL, label: "Could not tell" },
    { value: NOT_DONE, label: "Not done" },
  ];
}

/** Like things without a spec can be anything that is measured. */
const unitsFor = ({ spec }: Procedure, base: Unit) => (spec ? unitsLike(base) : UNITS);

function describeWork({ minutes, access, accessMinutes, tools, place }: Procedure, opened: boolean): string {
  const reach = access && !opened && accessMinutes > 0 ? ` and ${minutesText(accessMinutes)} to get there` : "";
  const needed = tools.length ? `. Needs: ${tools.join(", ")}` : "";
  return `${minutesText(minutes)}${reach}${needed}${place ? `. At: ${place}` : ""}.`;
}

interface BeforeProps {
  readonly procedure: Procedure;
  readonly ticked: readonly string[];
  readonly onTick: (ticked: string[]) => void;
}

/** What has to hold first, to be ticked, and how it is done. */
function Before({ procedure: { preconditions, steps }, ticked, onTick }: BeforeProps) {
  return (
    <>
      {preconditions.length > 0 && (
        <div>
          <p className="mb-2 font-medium">Before it starts</p>
          <ChooseSome
            label="Preconditions"
            values={ticked}
            onChange={onTick}
            choices={preconditions.map((each) => ({ value: each, label: each }))}
          />
        </div>
      )}
      {steps.length > 0 && (
        <ol className="list-decimal pl-6">
          {steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      )}
    </>
  );
}

interface WithProps {
  readonly draft: TestDraft;
  readonly change: (part: Partial<TestDraft>) => void;
  readonly procedure: Procedure;
  readonly chosen: ChosenSpec | null;
}

/** Whose part is fitted, with which meter, and where the values are from. */
function With({ draft, change, procedure, chosen }: WithProps) {
  const { sheet } = useJobPage();
  const makers = partMakersOf(procedure, sheet.facts.vehicle);
  const source = chosen?.from;
  const today = new Date().toISOString().slice(0, 10);
  return (
    <div className="flex flex-wrap gap-4">
      {makers.length > 0 && (
        <Field name="partMaker" label="Part fitted" className="basis-52">
          <SelectInput
            value={draft.partMaker ?? ""}
            onChange={(event) => change({ partMaker: event.target.value || null })}
          >
            <option value="">the vehicle maker’s</option>
            {makers.map((maker) => (
              <option key={maker}>{maker}</option>
            ))}
          </SelectInput>
        </Field>
      )}
      {sheet.instruments.length > 0 && procedure.kind === "value" && procedure.spec && (
        <Field name="instrumentId" label="Meter" className="basis-52">
          <SelectInput
            value={draft.instrumentId ?? ""}
            onChange={(event) => change({ instrumentId: event.target.value || null })}
          >
            <option value="">not told</option>
            {sheet.instruments.map(({ id, name, calibrationDue }) => (
              <option key={id} value={id}>
                {calibrationDue !== null && calibrationDue < today ? `${name} (calibration overdue)` : name}
              </option>
            ))}
          </SelectInput>
        </Field>
      )}
      {source && (
        <p className="w-full text-sm text-ink-soft">
          {SOURCE_WORDS[source.source]}
          {source.reference && `, ${source.reference}`}
        </p>
      )}
    </div>
  );
}

const SOURCE_WORDS = {
  maker: "Values of the vehicle’s maker",
  "part-maker": "Values of the part’s maker",
  "known-good-here": "Measured on known-good parts here",
} as const;

const VERDICT_LOOK = {
  pass: ["border-spruce text-spruce", "Within"],
  fail: ["border-brick text-brick", "Outside"],
  borderline: ["border-ochre text-ochre-ink", "Too close to call"],
  "cannot-judge": ["border-ochre text-ochre-ink", "Cannot judge"],
} as const;

function VerdictLine({ judged }: { readonly judged: TestVerdict }) {
  if (!judged.ok)
    return (
      <p role="status" className="border-l-4 border-brick pl-3 text-brick">
        <span className="font-semibold">No verdict.</span>{" "}
        {judged.message.charAt(0).toUpperCase() + judged.message.slice(1)}.
      </p>
    );
  if (!judged.verdict) return null;
  const [look, word] = VERDICT_LOOK[judged.verdict];
  return (
    <p role="status" className={`border-l-4 pl-3 ${look}`}>
      <span className="font-semibold">{word}.</span> {judged.text}.
    </p>
  );
}
