"use client";

import { formatSpec, unitsLike, unitSymbol, type Spec, type Unit } from "@/core/measure";
import { upperFirst } from "@/core/words";
import { Button } from "@/ui/button";
import { Field, SelectInput, TextInput } from "@/ui/form";
import type { TestDraft } from "./test-draft";

interface ReadingFieldsProps {
  readonly draft: TestDraft;
  readonly change: (part: Partial<TestDraft>) => void;
  readonly unit: Unit;
  /** Units to choose from where no spec names one. */
  readonly units: readonly Unit[];
}

/** The unit of all readings of the test. */
function UnitField({ draft, change, unit, units }: ReadingFieldsProps) {
  return (
    <Field name="unit" label="Unit" className="w-28">
      <SelectInput
        value={draft.unit ?? unit}
        onChange={(event) => change({ unit: units.find((each) => each === event.target.value) ?? unit })}
      >
        {units.map((each) => (
          <option key={each} value={each}>
            {unitSymbol(each)}
          </option>
        ))}
      </SelectInput>
    </Field>
  );
}

/** One reading against its spec, with the battery or the temperature where the spec needs it. */
export function ValueFields({ spec, ...props }: ReadingFieldsProps & { readonly spec: Spec }) {
  const { draft, change } = props;
  const row = draft.rows[0] ?? { label: "", text: "" };
  const set = (part: Partial<typeof row>) => change({ rows: [{ ...row, ...part }] });
  return (
    <div className="flex flex-col gap-3">
      <p>
        Wanted: <span className="mono">{formatSpec(spec)}</span>
      </p>
      <div className="flex gap-3">
        <Field
          name="readings"
          label={spec.kind === "supply" ? "Reading at the part" : "Reading"}
          hint="OL where there is no continuity"
          className="grow"
        >
          <TextInput
            value={row.text}
            onChange={(event) => set({ text: event.target.value })}
            inputMode="decimal"
            className="mono text-lg"
            autoFocus
          />
        </Field>
        <div className="self-end">
          <UnitField {...props} />
        </div>
      </div>
      {unitsLike(props.unit).includes("ohm") && (
        <label className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            checked={row.text === "OL"}
            onChange={(event) => set({ text: event.target.checked ? "OL" : "" })}
            className="size-6 accent-ink"
          />
          Open circuit (no continuity, over range)
        </label>
      )}
      {spec.kind === "supply" && (
        <Field name="supply" label="At the battery, at the same moment" className="max-w-60">
          <TextInput
            value={draft.supply}
            onChange={(event) => change({ supply: event.target.value })}
            inputMode="decimal"
            className="mono"
          />
        </Field>
      )}
      {spec.kind !== "supply" && spec.perKelvin !== undefined && spec.perKelvin !== null && (
        <Field name="temperature" label="Temperature of the part, °C" className="max-w-60">
          <TextInput
            value={draft.temperature}
            onChange={(event) => change({ temperature: event.target.value })}
            inputMode="decimal"
            className="mono"
          />
        </Field>
      )}
      <Field name="label" label="Where" hint="optional: pins, cylinder, wheel">
        <TextInput value={row.label} onChange={(event) => set({ label: event.target.value })} />
      </Field>
    </div>
  );
}

/** Like things or places, one a row. */
export function SeveralFields({ legend, ...props }: ReadingFieldsProps & { readonly legend: string }) {
  const { draft, change } = props;
  const set = (at: number, part: Partial<TestDraft["rows"][number]>) =>
    change({ rows: draft.rows.map((row, index) => (index === at ? { ...row, ...part } : row)) });
  return (
    <fieldset className="flex flex-col gap-3">
      <legend className="font-medium">{legend}</legend>
      <UnitField {...props} />
      {draft.rows.map((row, at) => (
        <div key={at} className="grid grid-cols-[1fr_1fr] gap-3">
          <Field name={`rows[${at}].label`} label={`Which, ${at + 1}`}>
            <TextInput value={row.label} onChange={(event) => set(at, { label: event.target.value })} />
          </Field>
          <Field name={`readings[${at}]`} label={`Reading ${at + 1}`}>
            <TextInput
              value={row.text}
              onChange={(event) => set(at, { text: event.target.value })}
              inputMode="decimal"
              className="mono text-lg"
            />
          </Field>
        </div>
      ))}
      <Button
        className="self-start"
        onClick={() => change({ rows: [...draft.rows, { label: `No. ${draft.rows.length + 1}`, text: "" }] })}
      >
        One more
      </Button>
    </fieldset>
  );
}

/** Two readings of the same kind: a good one and the suspect, or before and after. */
export function PairFields({ names, ...props }: ReadingFieldsProps & { readonly names: readonly [string, string] }) {
  const { draft, change } = props;
  const set = (at: number, text: string) =>
    change({
      rows: names.map((name, index) => ({ label: name, text: index === at ? text : (draft.rows[index]?.text ?? "") })),
    });
  return (
    <fieldset className="flex flex-col gap-3">
      <legend className="font-medium">Both measured in the same way</legend>
      <UnitField {...props} />
      <div className="grid grid-cols-2 gap-3">
        {names.map((name, at) => (
          <Field key={name} name={`readings[${at}]`} label={upperFirst(name)}>
            <TextInput
              value={draft.rows[at]?.text ?? ""}
              onChange={(event) => set(at, event.target.value)}
              inputMode="decimal"
              className="mono text-lg"
            />
          </Field>
        ))}
      </div>
    </fieldset>
  );
}

/** Proof, measurement, proof: in that order, or there is no verdict. */
export function HighVoltageFields({ draft, change }: Pick<ReadingFieldsProps, "draft" | "change">) {
  const row = draft.rows[0] ?? { label: "", text: "" };
  const steps = [
    {
      name: "proofs.before",
      label: "1. Tester on a known source, V",
      value: draft.proofBefore,
      set: (proofBefore: string) => change({ proofBefore }),
    },
    {
      name: "readings",
      label: "2. What the system reads, V",
      value: row.text,
      set: (text: string) => change({ rows: [{ ...row, text }] }),
    },
    {
      name: "proofs.after",
      label: "3. Tester on the known source again, V",
      value: draft.proofAfter,
      set: (proofAfter: string) => change({ proofAfter }),
    },
  ];
  return (
    <div className="flex flex-col gap-3">
      {steps.map(({ name, label, value, set }) => (
        <Field key={name} name={name} label={label} className="max-w-80">
          <TextInput
            value={value}
            onChange={(event) => set(event.target.value)}
            inputMode="decimal"
            className="mono text-lg"
          />
        </Field>
      ))}
    </div>
  );
}
