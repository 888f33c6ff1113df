"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Symptom } from "@/core/case";
import { CodesField, writtenCodes, type CodeDraft } from "@/features/shared/codes-field";
import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { NO_WORDS, useShopWords } from "@/features/shared/shop-words";
import { SymptomPicker } from "@/features/shared/symptom-picker";
import { useCommand } from "@/features/shared/use-command";
import { odometerInput, type UnitSystem } from "@/features/shared/format";
import type { ModelChoices } from "@/server/db/catalogue";
import type { SeenVehicle } from "@/server/db/vehicles";
import { useKeptForm } from "@/features/shared/kept-form";
import { isComplete, type PriorWorkDraft } from "@/features/shared/prior-work-fields";
import { TypedBefore } from "@/features/shared/typed-before";
import { Button } from "@/ui/button";
import { ChooseSome } from "@/ui/choices";
import { Field, Form, OtherProblems, TextArea } from "@/ui/form";
import { Section } from "@/ui/section";
import { KnownAtTheGate } from "./known-at-the-gate";
import { PriorWorkList } from "./prior-work-list";
import { ArrivingVehicle, arrivalInput, NO_ARRIVAL } from "./arriving-vehicle";

interface IntakeFormProps {
  readonly wordsVersion: string;
  readonly models: readonly ModelChoices[];
  readonly lately: readonly SeenVehicle[];
  readonly units: UnitSystem;
  readonly timeZone: string;
  readonly mayAddWords: boolean;
  /** The control modules that the shop speaks of. */
  readonly modules: readonly string[];
}

const EMPTY = {
  arrival: NO_ARRIVAL,
  complaint: "",
  priorWork: [] as readonly PriorWorkDraft[],
  begun: null as PriorWorkDraft | null,
  symptoms: [] as readonly Symptom[],
  codes: [] as readonly CodeDraft[],
  modulesRead: [] as string[],
};

/** The vehicle, the customer's words, what it does and when, and the codes if there are any. */
export function IntakeForm({ wordsVersion, models, lately, units, timeZone, mayAddWords, modules }: IntakeFormProps) {
  const router = useRouter();
  const words = useShopWords(wordsVersion, NO_WORDS);
  const { send, busy, problems, message } = useCommand(commandPath("open-job"));
  const form = useKeptForm("intake", EMPTY);
  const [arrival, setArrival] = form.field("arrival");
  const [complaint, setComplaint] = form.field("complaint");
  const [priorWork, setPriorWork] = form.field("priorWork");
  const [begun, setBegun] = form.field("begun");
  const [symptoms, setSymptoms] = form.field("symptoms");
  const [codes, setCodes] = form.field("codes");
  const [modulesRead, setModulesRead] = form.field("modulesRead");
  const [unfinished, setUnfinished] = useState(false);
  const submit = async () => {
    // Earlier work that was told and not added yet was told all the same; what is half told is asked about.
    const isHalfTold = begun !== null && begun.component !== "" && !isComplete(begun);
    setUnfinished(isHalfTold);
    if (isHalfTold) return;
    const answer = await send({
      ...arrivalInput(arrival, units),
      complaint,
      priorWork: begun && isComplete(begun) ? [...priorWork, begun] : priorWork,
      symptoms,
      codes: writtenCodes(codes),
      modulesRead,
    });
    const jobId = answer && typeof answer === "object" && "jobId" in answer ? String(answer.jobId) : null;
    if (!jobId) return;
    form.forget();
    router.push(`/jobs/${jobId}`);
  };
  return (
    <div className="mx-auto max-w-3xl px-4 py-5 sm:px-6">
      <h1 className="mb-4 text-xl">Open a job</h1>
      <Form problems={problems} onSubmit={submit} className="flex flex-col gap-7">
        <TypedBefore form={form} />
        <Section title="Vehicle">
          <ArrivingVehicle
            value={arrival}
            onChange={setArrival}
            models={models}
            lately={lately}
            units={units}
            timeZone={timeZone}
            runsBackwards={problems.some(
              ({ path, message: why }) => path === "odometerKm" && why.includes("backwards"),
            )}
          />
        </Section>
        <KnownAtTheGate vehicle={arrival.vehicle} odometerKm={odometerInput(arrival.odometer, units)} />
        <Section title="Done before" aside="recent work is itself a suspect">
          <PriorWorkList
            value={priorWork}
            onChange={setPriorWork}
            draft={begun}
            onDraft={setBegun}
            components={words.components}
            mayAdd={mayAddWords}
          />
          {unfinished && (
            <p role="alert" className="font-medium text-brick">
              Earlier work is half told: say what was done, by whom and how long ago, or leave it.
            </p>
          )}
        </Section>
        <Section title="Complaint">
          <div className="flex flex-col gap-4 pt-3">
            <Field name="complaint" label="In the customer's words">
              <TextArea rows={3} value={complaint} onChange={(event) => setComplaint(event.target.value)} />
            </Field>
            <div>
              <p className="mb-1 font-medium">Symptoms</p>
              <SymptomPicker words={words} mayAdd={mayAddWords} value={symptoms} onChange={setSymptoms} />
            </div>
          </div>
        </Section>
        <Section title="Scan" aside="now or later">
          <div className="flex flex-col gap-4 pt-3">
            <CodesField value={codes} modules={modules} onChange={setCodes} />
            <div>
              <p className="mb-2 font-medium">Modules that were read</p>
              <ChooseSome
                label="Modules that were read"
                values={modulesRead}
                onChange={setModulesRead}
                choices={modules.map((module) => ({ value: module, label: module }))}
              />
            </div>
          </div>
        </Section>
        <CommandMessage message={message} />
        <OtherProblems known={["vehicle", "odometerKm", "odometerReason", "complaint", "codes"]} />
        <div className="sticky bottom-0 border-t-2 border-ink bg-paper py-3">
          <Button type="submit" look="main" busy={busy} className="w-full sm:w-auto">
            Open the job
          </Button>
        </div>
      </Form>
    </div>
  );
}
