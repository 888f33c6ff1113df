"use client";

import { formatQuantity, readReading, unitSymbol, UNITS } from "@/core/measure";
import { CommandMessage } from "@/features/shared/command-message";
import { useKeptForm } from "@/features/shared/kept-form";
import { commandPath } from "@/features/shared/send-command";
import { TypedBefore } from "@/features/shared/typed-before";
import { useCommand } from "@/features/shared/use-command";
import type { InstrumentRow } from "@/server/db/instruments";
import { Button } from "@/ui/button";
import { Field, Form, SelectInput, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { Empty, Section } from "@/ui/section";

interface InstrumentListProps {
  readonly instruments: readonly InstrumentRow[];
  readonly today: string;
  readonly mayEdit: boolean;
}

/** The shop's meters: their own uncertainty makes a verdict too close to call, and an overdue one is noted on it. */
export function InstrumentList({ instruments, today, mayEdit }: InstrumentListProps) {
  return (
    <div className="mx-auto flex max-w-3xl flex-col gap-7 px-4 py-5 sm:px-6">
      <div>
        <h1 className="text-xl">Meters</h1>
        <p className="text-ink-soft">
          How exact each is, and until when it is believed. A reading nearer to a limit than its meter can tell is
          neither good nor bad.
        </p>
      </div>
      <Section title="In use">
        {instruments.length === 0 && <Empty>None yet: without one, readings are taken as exact.</Empty>}
        <ul>
          {instruments.map((instrument) => (
            <Row key={instrument.id} instrument={instrument} today={today} mayEdit={mayEdit} />
          ))}
        </ul>
      </Section>
      {mayEdit && <AddInstrument />}
    </div>
  );
}

interface RowProps {
  readonly instrument: InstrumentRow;
  readonly today: string;
  readonly mayEdit: boolean;
}

function Row({ instrument: { id, name, percent, offset, calibrationDue }, today, mayEdit }: RowProps) {
  const { send, busy, message } = useCommand(commandPath("drop-instrument"));
  const exactness = [percent === null ? "" : `${percent} %`, offset ? formatQuantity(offset) : ""]
    .filter(Boolean)
    .join(" + ");
  const overdue = calibrationDue !== null && calibrationDue < today;
  return (
    <li className="flex flex-wrap items-center gap-x-5 border-b border-rule py-2">
      <span className="grow font-medium">{name}</span>
      <span className="mono text-sm">{exactness ? `± ${exactness}` : "taken as exact"}</span>
      <span className={overdue ? "text-sm font-medium text-brick" : "text-sm text-ink-soft"}>
        {calibrationDue
          ? `${overdue ? "calibration overdue since" : "calibrated until"} ${calibrationDue}`
          : "not calibrated"}
      </span>
      {mayEdit && (
        <Button look="quiet" busy={busy} aria-label={`Take ${name} out of use`} onClick={() => void send({ id })}>
          Out of use
        </Button>
      )}
      <CommandMessage message={message} />
    </li>
  );
}

const EMPTY = { name: "", percent: "", offset: "", unit: "V", calibrationDue: "" };

function AddInstrument() {
  const { send, busy, problems, message } = useCommand(commandPath("describe-instrument"));
  const notify = useNotify();
  const form = useKeptForm("meter", EMPTY);
  const draft = form.values;
  const unit = UNITS.find((each) => each === draft.unit) ?? "V";
  const number = (text: string) => (text.trim() ? (readReading(text, "%") ?? text) : null);
  const submit = async () => {
    const percent = number(draft.percent);
    const offset = draft.offset.trim() ? (readReading(draft.offset, unit) ?? draft.offset) : null;
    const input = {
      name: draft.name,
      percent: percent && typeof percent === "object" && "value" in percent ? percent.value : percent,
      offset,
      calibrationDue: draft.calibrationDue,
    };
    if (!(await send(input))) return;
    notify(`${draft.name}: saved`);
    form.forget();
  };
  return (
    <Section title="Add one">
      <Form problems={problems} onSubmit={submit} className="grid gap-4 pt-3 sm:grid-cols-2">
        <div className="sm:col-span-full empty:hidden">
          <TypedBefore form={form} />
        </div>
        <Field name="name" label="Name">
          <TextInput {...form.text("name")} />
        </Field>
        <Field name="calibrationDue" label="Calibrated until">
          <TextInput {...form.text("calibrationDue")} type="date" />
        </Field>
        <Field name="percent" label="Uncertainty, % of the reading" hint="optional: from its sheet">
          <TextInput {...form.text("percent")} inputMode="decimal" className="mono" />
        </Field>
        <div className="flex items-end gap-2">
          <Field name="offset" label="and a fixed amount" hint="optional" className="grow">
            <TextInput {...form.text("offset")} inputMode="decimal" className="mono" />
          </Field>
          <SelectInput aria-label="Unit of the fixed amount" {...form.text("unit")} className="w-24">
            {UNITS.map((each) => (
              <option key={each} value={each}>
                {unitSymbol(each)}
              </option>
            ))}
          </SelectInput>
        </div>
        <CommandMessage message={message} />
        <Button type="submit" look="main" busy={busy} className="justify-self-start sm:col-span-2">
          Save
        </Button>
      </Form>
    </Section>
  );
}
