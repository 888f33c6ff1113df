"use client";

import { TriangleAlert } from "lucide-react";
import { useState } from "react";
import { COULD_NOT_TELL, outcomeOfVerdict, type Procedure } from "@/core/diagnosis";
import {
  explainJudgement,
  formatSpec,
  judge,
  readNumber,
  unitsLike,
  unitSymbol,
  type Judgement,
  type Reading,
  type Spec,
  type Unit,
} from "@/core/measure";
import { minutesText } from "@/features/shared/format";
import { ChooseOne } from "@/ui/choices";
import { Field, SelectInput, TextArea, TextInput } from "@/ui/form";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { JobForm } from "./job-form";
import { MinutesField, numberOrText } from "./minutes-field";

/** A test from a procedure: caution first, then the reading with its verdict, then what it came to. */
export function TestDialog({ procedureKey }: { readonly procedureKey: string }) {
  const procedure = useJobPage().sheet.procedures.find(({ key }) => key === procedureKey);
  return procedure ? <TestForm procedure={procedure} /> : null;
}

function TestForm({ procedure }: { readonly procedure: Procedure }) {
  const { sheet } = useJobPage();
  const command = useJobCommand("record-test", "Test saved");
  const measurement = useMeasurement(procedure.spec);
  const opened = sheet.facts.tests.some(({ access }) => access === procedure.access);
  const expected = procedure.minutes + (opened ? 0 : procedure.accessMinutes);
  const [chosen, setChosen] = useState<string | null>(null);
  const [minutes, setMinutes] = useState(String(expected));
  const [note, setNote] = useState("");
  const spoken = measurement.judgement ? outcomeOfVerdict(procedure.outcomes, measurement.judgement) : null;
  const outcome = chosen ?? spoken;
  const save = () =>
    command.save({
      procedure: procedure.key,
      outcome,
      readings: measurement.reading ? [{ label: measurement.label, reading: measurement.reading }] : [],
      context: measurement.context,
      minutes: numberOrText(minutes),
      note,
    });
  const choices = [
    ...procedure.outcomes.map(({ key, label }) => ({ value: key, label })),
    { value: COULD_NOT_TELL, label: "Could not tell" },
  ];
  return (
    <JobForm
      title={procedure.title}
      lead={describeWork(procedure, opened)}
      command={command}
      fields={["minutes", "note", "outcome", "readings"]}
      save="Save the test"
      disabled={!outcome || measurement.unreadable}
      onSubmit={save}
    >
      <Cautions cautions={procedure.cautions} />
      {procedure.spec && <MeasurementFields spec={procedure.spec} measurement={measurement} />}
      <div>
        <p className="mb-2 font-medium">It came to</p>
        <ChooseOne label="Outcome" value={outcome} onChange={setChosen} choices={choices} stacked />
      </div>
      <MinutesField value={minutes} onChange={setMinutes} />
      <Field name="note" label="Note" hint="optional">
        <TextArea rows={2} value={note} onChange={(event) => setNote(event.target.value)} />
      </Field>
    </JobForm>
  );
}

function describeWork({ minutes, access, accessMinutes, tools }: Procedure, opened: boolean): string {
  const reach = access && !opened && accessMinutes > 0 ? ` and ${minutesText(accessMinutes)} to get there` : "";
  const needed = tools.length ? `. Needs: ${tools.join(", ")}` : "";
  return `${minutesText(minutes)}${reach}${needed}.`;
}

export function Cautions({ cautions }: { readonly cautions: readonly string[] }) {
  if (!cautions.length) return null;
  return (
    <div className="border-2 border-brick px-3 py-2" role="note" aria-label="Caution">
      <p className="flex items-center gap-2 font-semibold text-brick">
        <TriangleAlert aria-hidden size={18} /> Caution
      </p>
      <ul className="list-disc pl-5">
        {cautions.map((caution) => (
          <li key={caution}>{caution}</li>
        ))}
      </ul>
      <p className="text-sm text-ink-soft">The maker’s procedure and local rules come first.</p>
    </div>
  );
}

interface Measurement {
  readonly text: string;
  readonly setText: (text: string) => void;
  readonly unit: Unit | null;
  readonly setUnit: (unit: Unit) => void;
  readonly open: boolean;
  readonly setOpen: (open: boolean) => void;
  readonly label: string;
  readonly setLabel: (label: string) => void;
  readonly supply: string;
  readonly setSupply: (text: string) => void;
  readonly temperature: string;
  readonly setTemperature: (text: string) => void;
  readonly reading: Reading | null;
  readonly context: { supply: { value: number; unit: Unit } | null; temperature: { value: number; unit: Unit } | null };
  readonly judgement: Judgement | null;
  readonly problem: string | null;
  /** Something was typed that is no number. */
  readonly unreadable: boolean;
}

function unitOf(spec: Spec | null): Unit | null {
  if (!spec) return null;
  if (spec.kind === "range") return (spec.low ?? spec.high)?.unit ?? null;
  return spec.kind === "nominal" ? spec.nominal.unit : spec.maxDrop.unit;
}

/** What was read, and the verdict while it is typed; the server judges again when it is saved. */
function useMeasurement(spec: Spec | null): Measurement {
  const [text, setText] = useState("");
  const [unit, setUnit] = useState<Unit | null>(unitOf(spec));
  const [open, setOpen] = useState(false);
  const [label, setLabel] = useState("");
  const [supply, setSupply] = useState("");
  const [temperature, setTemperature] = useState("");
  const value = readNumber(text);
  const reading: Reading | null = open ? { open: true } : value !== null && unit ? { value, unit } : null;
  const context = { supply: volts(supply), temperature: degrees(temperature) };
  const result = spec && reading ? judge({ spec, reading, context }) : null;
  return {
    ...{ text, setText, unit, setUnit, open, setOpen, label, setLabel, supply, setSupply, temperature, setTemperature },
    ...{ reading, context },
    judgement: result?.ok ? result.judgement : null,
    problem: result && !result.ok ? (result.problems[0]?.message ?? null) : null,
    unreadable: !open && text.trim() !== "" && value === null,
  };
}

function volts(text: string) {
  const value = readNumber(text);
  return value === null ? null : { value, unit: "V" as const };
}

function degrees(text: string) {
  const value = readNumber(text);
  return value === null ? null : { value, unit: "degC" as const };
}

const VERDICT_LOOK = {
  pass: "border-spruce text-spruce",
  fail: "border-brick text-brick",
  borderline: "border-ochre text-ochre-ink",
  "cannot-judge": "border-ochre text-ochre-ink",
} as const;

const VERDICT_WORDS = {
  pass: "Within",
  fail: "Outside",
  borderline: "Too close to call",
  "cannot-judge": "Cannot judge",
} as const;

function MeasurementFields({ spec, measurement }: { readonly spec: Spec; readonly measurement: Measurement }) {
  const { text, setText, unit, setUnit, open, setOpen, label, setLabel, judgement, problem, unreadable } = measurement;
  const base = unitOf(spec);
  const canBeOpen = base === "ohm" || base === "kohm" || base === "Mohm";
  return (
    <div className="flex flex-col gap-3">
      <p>
        Wanted: <span className="mono">{formatSpec(spec)}</span>
      </p>
      <div className="flex gap-3">
        <Field name="readings" label={spec.kind === "supply" ? "Reading at the part" : "Reading"} className="grow">
          <TextInput
            value={open ? "" : text}
            onChange={(event) => setText(event.target.value)}
            disabled={open}
            inputMode="decimal"
            className="mono text-lg"
            autoFocus
          />
        </Field>
        <Field name="unit" label="Unit" className="w-28">
          <SelectInput
            value={unit ?? ""}
            onChange={(event) =>
              setUnit(unitsLike(base ?? "V").find((each) => each === event.target.value) ?? base ?? "V")
            }
          >
            {(base ? unitsLike(base) : []).map((each) => (
              <option key={each} value={each}>
                {unitSymbol(each)}
              </option>
            ))}
          </SelectInput>
        </Field>
      </div>
      {canBeOpen && (
        <label className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            checked={open}
            onChange={(event) => setOpen(event.target.checked)}
            className="size-6 accent-ink"
          />
          Open circuit (no continuity, over range)
        </label>
      )}
      {spec.kind === "supply" && (
        <Field name="supply" label="At the battery, at the same moment" className="max-w-60">
          <TextInput
            value={measurement.supply}
            onChange={(event) => measurement.setSupply(event.target.value)}
            inputMode="decimal"
            className="mono"
          />
        </Field>
      )}
      {spec.kind !== "supply" && spec.perKelvin !== undefined && spec.perKelvin !== null && (
        <Field name="temperature" label="Temperature of the part, °C" className="max-w-60">
          <TextInput
            value={measurement.temperature}
            onChange={(event) => measurement.setTemperature(event.target.value)}
            inputMode="decimal"
            className="mono"
          />
        </Field>
      )}
      <Field name="label" label="Where" hint="optional: pins, cylinder, wheel">
        <TextInput value={label} onChange={(event) => setLabel(event.target.value)} />
      </Field>
      {unreadable && <p className="font-medium text-brick">This is no number: digits with a comma or a point.</p>}
      {problem && <p className="font-medium text-brick">{problem}</p>}
      {judgement && (
        <p role="status" className={`border-l-4 pl-3 ${VERDICT_LOOK[judgement.verdict]}`}>
          <span className="font-semibold">{VERDICT_WORDS[judgement.verdict]}.</span> {explainJudgement(judgement, spec)}
        </p>
      )}
    </div>
  );
}
