"use client";

import type { Cause } from "@/core/book";
import { PART_SOURCE_WORDS, partResultText } from "@/core/entries";
import { PART_RESULTS } from "@/core/job";
import { NO_WORK, PART_SOURCES, sourceOfOption, type PartSource, type RepairWork } from "@/core/repair";
import { upperFirst } from "@/core/words";
import { decimalOf } from "@/features/shared/format";
import { ChooseOne } from "@/ui/choices";
import { Field, SelectInput, TextInput } from "@/ui/form";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { CausePicker } from "./cause-picker";
import { JobForm } from "./job-form";
import { MinutesField, minutesOrText, numberOrText } from "./minutes-field";
import { OnJudgement } from "./on-judgement";
import { PlaceField } from "./place-field";
import { Cautions, restraintCautions } from "./test/cautions";
import { CuresField, resultOf } from "./cures-field";
import { WorkFields, workToSend, type PutIn } from "./work-fields";

/** What may come of a repair, or of what only brings the vehicle home. */
export const resultChoices = (getHome: boolean) =>
  PART_RESULTS.map((result) => ({ value: result, label: upperFirst(partResultText({ result, getHome })) }));

/** A part from there may be of another maker than the vehicle's. */
const FROM_ANOTHER: ReadonlySet<string> = new Set(["new-other", "used", "rebuilt"] satisfies PartSource[]);

/** A part fitted or repaired: what it was for, what it cost, what came of it. */
export function PartDialog({ cause: wanted }: { readonly cause: Cause | null }) {
  const { sheet, site } = useJobPage();
  const planned = sheet.advice.next.find(
    (action) => action.kind === "repair" && action.component === wanted?.component && action.failure === wanted.failure,
  );
  const chosen = sheet.facts.choices?.find(
    (each) => each.cause.component === wanted?.component && each.cause.failure === wanted.failure,
  );
  const form = useJobForm(wanted ? `part ${wanted.component}/${wanted.failure}` : "part", {
    cause: wanted ?? ({ component: "", failure: "" } as Cause),
    place: "",
    partNumber: "",
    source: (chosen && sourceOfOption(chosen.option)) ?? ("new-maker" as string),
    maker: "",
    cost: planned?.kind === "repair" && planned.planned ? String(planned.partsCost.amount) : "",
    minutes: planned?.kind === "repair" && planned.planned ? String(planned.minutes) : "",
    result: "later" as string | null,
    getHome: false,
    work: NO_WORK,
    putIn: { cause: "", whats: [] } as PutIn,
  });
  const command = useJobCommand("record-part", "Repair saved", { form });
  const [cause, setCause] = form.field("cause");
  const [place, setPlace] = form.field("place");
  const [partNumber, setPartNumber] = form.field("partNumber");
  const [source, setSource] = form.field("source");
  const [maker, setMaker] = form.field("maker");
  const [cost, setCost] = form.field("cost");
  const [minutes, setMinutes] = form.field("minutes");
  const [result, setResult] = form.field("result");
  const save = () =>
    command.save({
      component: cause.component || undefined,
      failure: cause.failure || null,
      place,
      partNumber,
      source,
      maker: FROM_ANOTHER.has(source) ? maker : null,
      cost: { amount: numberOrText(cost, decimalOf(site.unitSystem)) ?? 0, currency: site.currency },
      minutes: minutesOrText(minutes),
      result: resultOf(result === "later" ? null : result, work.cures, sheet.facts.symptoms.length),
      getHome: form.values.getHome,
      work: workToSend(work),
    });
  /** A cause that the plan knows brings its price and its minutes along, where nobody typed others. */
  const pick = (next: Cause) => {
    setCause(next);
    const plan = sheet.advice.next.find(
      (action) => action.kind === "repair" && action.component === next.component && action.failure === next.failure,
    );
    if (plan?.kind !== "repair" || !plan.planned) return;
    if (!cost) setCost(String(plan.partsCost.amount));
    if (!minutes) setMinutes(String(plan.minutes));
  };
  const { work } = form.values;
  const setWork = (part: Partial<RepairWork>) => form.set({ work: { ...work, ...part } });
  return (
    <JobForm
      title="Record a repair"
      lead="A part fitted in vain is worth recording: it closes a road for everybody."
      command={command}
      form={form}
      fields={["component", "failure", "place", "partNumber", "maker", "cost", "minutes"]}
      save="Save the repair"
      disabled={!cause.component}
      onSubmit={save}
    >
      <Cautions cautions={restraintCautions(sheet.words.components, cause.component)} />
      <CausePicker {...cause} onChange={pick} failureOptional />
      <div className="grid grid-cols-2 gap-4">
        <Field name="partNumber" label="Part number" hint="optional">
          <TextInput value={partNumber} onChange={(event) => setPartNumber(event.target.value)} className="mono" />
        </Field>
        <Field name="cost" label="Parts cost" hint={site.currency}>
          <TextInput
            value={cost}
            onChange={(event) => setCost(event.target.value)}
            inputMode="decimal"
            className="mono"
          />
        </Field>
      </div>
      <Field name="source" label="Where the part is from">
        <SelectInput value={source} onChange={(event) => setSource(event.target.value)}>
          {PART_SOURCES.map((each) => (
            <option key={each} value={each}>
              {PART_SOURCE_WORDS[each]}
            </option>
          ))}
        </SelectInput>
      </Field>
      {FROM_ANOTHER.has(source) && (
        <Field
          name="maker"
          label="Whose part"
          hint="empty: the vehicle maker’s. Tests afterwards take that maker’s values"
        >
          <TextInput value={maker} maxLength={80} onChange={(event) => setMaker(event.target.value)} />
        </Field>
      )}
      <label className="flex min-h-11 items-center gap-3">
        <input
          type="checkbox"
          checked={form.values.getHome}
          onChange={(event) => form.set({ getHome: event.target.checked })}
          className="size-6 accent-ink"
        />
        Only to get home: it is no repair, and never counts as one
      </label>
      <PlaceField value={place} onChange={setPlace} />
      <OnJudgement
        component={cause.component}
        judgement={work.judgement}
        onChange={(judgement) => setWork({ judgement })}
      />
      <WorkFields
        {...cause}
        place={place}
        work={work}
        onChange={setWork}
        putIn={form.values.putIn}
        onPutIn={(putIn, part) => form.set({ putIn, work: { ...work, ...part } })}
      />
      <MinutesField value={minutes} onChange={setMinutes} />
      <div>
        <p className="mb-2 font-medium">Result</p>
        <ChooseOne
          label="Result"
          value={result}
          onChange={setResult}
          choices={[{ value: "later", label: "Not tried yet" }, ...resultChoices(form.values.getHome)]}
        />
      </div>
      {(result === "fixed" || result === "partly") && (
        <CuresField cures={work.cures} onChange={(cures) => setWork({ cures })} />
      )}
    </JobForm>
  );
}
