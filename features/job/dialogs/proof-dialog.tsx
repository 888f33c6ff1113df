"use client";

import { isMetOnADrive } from "@/core/book";
import { LEVELS } from "@/core/entries";
import { conditionsToMeet, openWaits } from "@/core/job";
import type { ProofStep } from "@/core/proof";
import { decimalOf, odometerInput } from "@/features/shared/format";
import { lowerFirst } from "@/core/words";
import { ChooseOne, ChooseSome } from "@/ui/choices";
import { Field, TextArea, TextInput } from "@/ui/form";
import { STEP_TITLES } from "../proof-step";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";
import { MinutesField, minutesOrText, numberOrText } from "./minutes-field";

/** The steps that somebody tells of. The same test and clear codes are shown by the test and by the scan themselves. */
const TOLD = [
  { value: "bench", label: "Tried before closing up" },
  { value: "road-test", label: "Road test" },
  { value: "follow-up", label: "Follow-up" },
] as const;

const LEVEL_CHOICES = [
  { value: "as-before", label: "Right and dry" },
  { value: "topped-up", label: "Topped up, as expected" },
  { value: "lost", label: "Lost, or a leak" },
] as const;

/** One step of proof. */
export function ProofDialog({ step: wanted }: { readonly step: ProofStep }) {
  const { sheet, site } = useJobPage();
  const start = TOLD.find(({ value }) => value === wanted)?.value ?? "road-test";
  const form = useJobForm(`proof ${start}`, {
    step: start as string,
    result: null as string | null,
    met: {} as Readonly<Record<string, string>>,
    km: "",
    cleanTries: "",
    levels: null as string | null,
    waited: [] as readonly string[],
    minutes: "10",
    note: "",
  });
  const command = useJobCommand("record-proof", "Proof saved", { form });
  const [stepText, setStep] = form.field("step");
  const [result, setResult] = form.field("result");
  const [met, setMet] = form.field("met");
  const [levels, setLevels] = form.field("levels");
  const [minutes, setMinutes] = form.field("minutes");
  const step = TOLD.find(({ value }) => value === stepText)?.value ?? start;
  const drivable = new Set(sheet.words.conditions.flatMap(({ key, topic }) => (isMetOnADrive(topic) ? key : [])));
  const told = conditionsToMeet(sheet.facts).filter((key) => drivable.has(key));
  const waits = openWaits(sheet.facts.parts);
  const isDrive = step === "road-test";
  const isHeld = result === "held";
  const answered = (answer: string) => told.filter((each) => met[each] === answer);
  const save = () =>
    command.save({
      step,
      result,
      minutes: minutesOrText(minutes),
      note: form.values.note,
      waited: form.values.waited,
      ...(isDrive
        ? {
            conditions: answered("met"),
            notHad: answered("not-had"),
            km: odometerInput(form.values.km, site.unitSystem),
            cleanTries: isHeld ? numberOrText(form.values.cleanTries, decimalOf(site.unitSystem)) : null,
            levels: LEVELS.find((each) => each === levels) ?? null,
          }
        : {}),
    });
  return (
    <JobForm
      title={STEP_TITLES[step]}
      lead={isDrive ? sheet.symptoms.join("; ") || "Under the conditions of the complaint." : sheet.job.complaint}
      command={command}
      form={form}
      fields={["minutes", "note", "conditions", "notHad", "km", "cleanTries", "levels", "waited"]}
      save="Save the proof"
      disabled={!result}
      onSubmit={save}
    >
      <ChooseOne label="Kind of proof" value={step} onChange={setStep} choices={TOLD} />
      <div>
        <p className="mb-2 font-medium">Result</p>
        <ChooseOne
          label="Result"
          value={result}
          onChange={setResult}
          choices={[
            { value: "held", label: "Holds" },
            { value: "came-back", label: "The fault came back" },
          ]}
        />
      </div>
      {step !== "follow-up" && waits.length > 0 && (
        <Field name="waited" label="What the system needs first" hint="before it, nothing that holds proves anything">
          <div>
            <ChooseSome
              label="What the system needs first"
              values={form.values.waited}
              onChange={(waited) => form.set({ waited })}
              choices={waits.map((each) => ({ value: each, label: `Waited: ${lowerFirst(each)}` }))}
            />
          </div>
        </Field>
      )}
      {isDrive && isHeld && (
        <>
          {told.length > 0 && (
            <Conditions told={told} met={met} onChange={(next) => setMet((now) => ({ ...now, ...next }))} />
          )}
          {sheet.proof.tries && <Tries form={form} />}
          <Field
            name="km"
            label={site.unitSystem === "imperial" ? "Miles" : "Kilometres"}
            hint="optional"
            className="max-w-40"
          >
            <TextInput {...form.text("km")} inputMode="decimal" className="mono" />
          </Field>
          <Field name="levels" label="Levels and leaks after the run" hint="optional: looked at again when it stands">
            <div>
              <ChooseOne
                label="Levels and leaks after the run"
                value={levels}
                onChange={setLevels}
                choices={LEVEL_CHOICES}
              />
            </div>
          </Field>
        </>
      )}
      <MinutesField value={minutes} onChange={setMinutes} />
      <Field
        name="note"
        label={step === "bench" ? "What was tried" : "Note"}
        hint={step === "bench" ? "before it is closed up" : "optional: how far, how cold, which hill"}
      >
        <TextArea rows={2} {...form.text("note")} />
      </Field>
    </JobForm>
  );
}

interface ConditionsProps {
  readonly told: readonly string[];
  readonly met: Readonly<Record<string, string>>;
  readonly onChange: (next: Readonly<Record<string, string>>) => void;
}

/** Each condition of the complaint: the drive is proof where they were met. */
function Conditions({ told, met, onChange }: ConditionsProps) {
  const { conditions } = useJobPage().sheet.words;
  const label = (key: string) => conditions.find((each) => each.key === key)?.label ?? key;
  return (
    <Field
      name="conditions"
      label="As the customer told it"
      hint="each was met on the drive, or could not be had today"
    >
      <div className="flex flex-col gap-2">
        {told.map((key) => (
          <div
            key={key}
            className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1 border-b border-rule pb-2"
          >
            <span className="font-medium">{label(key)}</span>
            <ChooseOne
              label={label(key)}
              value={met[key] ?? null}
              onChange={(answer) => onChange({ [key]: answer })}
              choices={[
                { value: "met", label: "Met" },
                { value: "not-had", label: "Could not be had" },
              ]}
            />
          </div>
        ))}
      </div>
    </Field>
  );
}

/** A fault that came now and then is tried so often that it would have shown itself. */
function Tries({
  form,
}: {
  readonly form: {
    text(name: "cleanTries"): {
      readonly value: string;
      readonly onChange: (event: { readonly target: { readonly value: string } }) => void;
    };
  };
}) {
  const { tries } = useJobPage().sheet.proof;
  if (!tries) return null;
  const { often, cleanTries, doubt, triesNeeded } = tries;
  const before = often.kind === "tried" ? `${often.shown} of ${often.tries} tries` : `one time in ${often.oneIn}`;
  const more = triesNeeded === null ? null : Math.max(0, triesNeeded - cleanTries);
  return (
    <Field
      name="cleanTries"
      label="Clean tries on this drive"
      hint={`It showed in ${before}. After ${cleanTries} clean so far ${Math.round(doubt * 100)} in 100 uncured ones would look the same; ${more === null ? "no number of tries settles it" : `${more} more are needed`}.`}
    >
      <TextInput {...form.text("cleanTries")} inputMode="numeric" className="mono max-w-40" />
    </Field>
  );
}
