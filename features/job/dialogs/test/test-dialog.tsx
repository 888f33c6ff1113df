"use client";

import { useState } from "react";
import { COULD_NOT_TELL, NOT_DONE, specFor, type Procedure } from "@/core/book";
import { kindOfTest, needsReason, verdictOfTest, openingSpec, wantsOpeningPoint } from "@/core/verdict";
import { doubtsOf, doubtText, type Unit } from "@/core/measure";
import { minutesText } from "@/features/shared/format";
import { ChooseOne } from "@/ui/choices";
import { Field, TextArea, TextInput } from "@/ui/form";
import { decimalOf } from "@/features/shared/format";
import { useJobPage } from "../../job-context";
import { NoConnection } from "../../no-connection";
import { useProcedures } from "../../procedures";
import { useRunningTests } from "../../running-test";
import { useJobCommand } from "../../use-job-command";
import { JobForm } from "../job-form";
import { MinutesField, minutesOrText } from "../minutes-field";
import { PlaceField } from "../place-field";
import { Before } from "./before";
import { Calculators } from "./calculators";
import { Cautions, HIGH_VOLTAGE_CAUTIONS, restraintCautions } from "./cautions";
import { KindFields } from "./kind-fields";
import { Stopwatch } from "./stopwatch";
import { baseUnit, newDraft, numbersInDoubt, quantityOf, testReadings, unreadable, type TestDraft } from "./test-draft";
import { usePictures } from "./use-pictures";
import { VerdictLine } from "./verdict-line";
import { With } from "./with";

/** A test from a procedure: caution first, then the readings with their verdict, then what it came to. */
export function TestDialog({ procedureKey }: { readonly procedureKey: string }) {
  const { close } = useJobPage();
  const { procedures, failed, tryAgain } = useProcedures();
  if (failed) return <NoConnection onClose={() => close()} onTryAgain={tryAgain} />;
  const procedure = procedures?.find(({ key }) => key === procedureKey);
  return procedure ? <TestForm procedure={procedure} /> : null;
}

/** The draft of this test: the one that runs on this machine, else a new one. What is changed is kept at once. */
function useDraft(procedure: Procedure, minutes: number) {
  const { sheet } = useJobPage();
  const { running, keep } = useRunningTests(sheet.job.id);
  // Whose part is fitted is asked once a job.
  const maker = procedure.component === null ? null : (sheet.partMakers[procedure.component] ?? null);
  const [first] = useState(() => newDraft(procedure, minutes, maker));
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
  const { sheet, site } = useJobPage();
  const opened = sheet.facts.tests.some(({ access }) => access === procedure.access);
  const { draft, change, done, pending } = useDraft(
    procedure,
    procedure.minutes + (opened ? 0 : procedure.accessMinutes),
  );
  const command = useJobCommand("record-test", "Test saved", { pending });
  const chosen = specFor(procedure, sheet.facts.vehicle, draft.partMaker);
  const decimal = decimalOf(site.unitSystem);
  const stated = chosen?.spec ?? null;
  const opening = wantsOpeningPoint(procedure, stated) ? quantityOf(draft.opening ?? "", "degC", decimal) : null;
  const spec = opening ? openingSpec(opening) : stated;
  const instrument = sheet.instruments.find(({ id }) => id === draft.instrumentId) ?? null;
  const kind = kindOfTest(procedure, stated, draft.comparedBy);
  const base: Unit = baseUnit(kind, stated ?? procedure.spec);
  const unit = draft.unit ?? base;
  const test = testReadings(draft, unit, { instrument, decimal });
  const begun = test.readings.length > 0 || test.swap || test.feed || test.trace;
  const judged = begun ? verdictOfTest({ ...procedure, kind }, spec, test) : null;
  const doubts = test.readings.flatMap(({ label, reading }) =>
    doubtsOf({ spec, reading, context: test.context, label, market: sheet.market }),
  );
  const unread = unreadable(draft, unit);
  const spoken = judged?.ok ? judged.outcome : null;
  const outcome = draft.outcome ?? spoken;
  const against = needsReason(judged, outcome);
  const pictures = usePictures();
  const save = async () => {
    const { ticked, partMaker, instrumentId, overruled, sure, note, comparedBy } = draft;
    const { readings, context, proofs, swap, feed, trace } = outcome === NOT_DONE ? NOTHING_FOUND : test;
    const saved = await command.save(
      {
        readings,
        context,
        proofs,
        swap,
        feed,
        trace,
        comparedBy,
        procedure: procedure.key,
        outcome,
        note,
        sure,
        place: draft.where ?? "",
        preconditions: ticked,
        partMaker,
        opening,
        instrumentId,
        overruled: against ? overruled : null,
        minutes: minutesOrText(draft.minutes),
      },
      pictures.keep,
    );
    if (saved) done();
  };
  return (
    <JobForm
      title={procedure.title}
      lead={describeWork(procedure, opened)}
      command={command}
      fields={["minutes", "note", "place", "outcome", "opening", "readings", "proofs", "overruled"]}
      save="Save the test"
      disabled={!outcome || unread.length > 0 || (doubts.length > 0 && !draft.sure && outcome !== NOT_DONE)}
      onSubmit={() => void save()}
    >
      {procedure.question && <p>{procedure.question}</p>}
      <Cautions
        cautions={[
          ...(procedure.kind === "high-voltage" ? HIGH_VOLTAGE_CAUTIONS : []),
          ...restraintCautions(sheet.words.components, procedure.component),
          ...procedure.cautions,
        ]}
      />
      <Before procedure={procedure} ticked={draft.ticked} onTick={(ticked) => change({ ticked })} />
      <Stopwatch
        startedAt={draft.startedAt}
        onStart={(startedAt) => change({ startedAt })}
        onTake={(minutes) => change({ minutes })}
      />
      <With draft={draft} change={change} procedure={procedure} chosen={chosen} />
      {wantsOpeningPoint(procedure, stated) && (
        <OpeningField value={draft.opening ?? ""} onChange={(value) => change({ opening: value })} />
      )}
      <KindFields procedure={procedure} kind={kind} chosen={chosen} draft={draft} change={change} unit={base} />
      {unread.length > 0 && (
        <p className="font-medium text-brick">“{unread[0]}” is no reading: digits with a comma or a point, or OL.</p>
      )}
      {numbersInDoubt(draft, decimal).map((doubt) => (
        <p key={doubt} role="status" className="border-l-4 border-ochre bg-ochre-pale px-3 py-2">
          {doubt}
        </p>
      ))}
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
        <p className="mb-2 font-medium">Result</p>
        <ChooseOne
          label="Outcome"
          value={outcome}
          onChange={(next) => change({ outcome: next })}
          choices={outcomesOf(procedure)}
          stacked
        />
      </div>
      {against && (
        <Field
          name="overruled"
          label={
            judged?.ok && judged.verdict === "cannot-judge"
              ? "What was seen, though it cannot be judged"
              : "Why the verdict is not followed"
          }
        >
          <TextInput value={draft.overruled} onChange={(event) => change({ overruled: event.target.value })} />
        </Field>
      )}
      <PlaceField value={draft.where ?? ""} onChange={(where) => change({ where })} />
      <MinutesField value={draft.minutes} onChange={(minutes) => change({ minutes })} />
      <Field
        name="note"
        label={outcome === NOT_DONE ? "Why it was not done" : "Note"}
        {...(outcome === NOT_DONE ? {} : { hint: "optional" })}
      >
        <TextArea rows={2} value={draft.note} onChange={(event) => change({ note: event.target.value })} />
      </Field>
      <Calculators
        draftOf={`${sheet.job.id} test`}
        onKeep={(text) => change({ note: [draft.note, text].filter(Boolean).join("\n") })}
      />
      {pictures.field}
    </JobForm>
  );
}

interface OpeningFieldProps {
  readonly value: string;
  readonly onChange: (value: string) => void;
}

/** No procedure knows every thermostat; the one that was taken out, or its box, says when it begins to open. */
function OpeningField({ value, onChange }: OpeningFieldProps) {
  return (
    <Field
      name="opening"
      label="Opening point, °C"
      hint="as stamped on the thermostat or stated by the maker: the recording is judged by it, give or take 3 °C"
      className="max-w-96"
    >
      <TextInput
        value={value}
        onChange={(event) => onChange(event.target.value)}
        inputMode="decimal"
        placeholder="82"
        className="mono"
      />
    </Field>
  );
}

function outcomesOf({ outcomes }: Procedure) {
  return [
    ...outcomes.map(({ key, label }) => ({ value: key, label })),
    { value: COULD_NOT_TELL, label: "Could not tell" },
    { value: NOT_DONE, label: "Not done" },
  ];
}

const NOTHING_FOUND = {
  readings: [],
  context: null,
  proofs: null,
  swap: null,
  feed: null,
  trace: null,
};

function describeWork({ minutes, access, accessMinutes, tools, place }: Procedure, opened: boolean): string {
  const reach = access && !opened && accessMinutes > 0 ? ` and ${minutesText(accessMinutes)} to get there` : "";
  const needed = tools.length ? `. Needs: ${tools.join(", ")}` : "";
  return `${minutesText(minutes)}${reach}${needed}${place ? `. At: ${place}` : ""}.`;
}
