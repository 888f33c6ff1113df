"use client";

import { calculate, findingText, type Calculator, type CalculatorInput, type Given } from "@/core/calculators";
import {
  formatQuantity,
  readNumber,
  readReading,
  unitsLike,
  unitSymbol,
  type Quantity,
  type Unit,
} from "@/core/measure";
import { useKeptForm } from "@/features/shared/kept-form";
import { TypedBefore } from "@/features/shared/typed-before";
import { Button } from "@/ui/button";
import { ChooseOne } from "@/ui/choices";
import { Field, Form, SelectInput, TextInput } from "@/ui/form";

interface CalculatorFormProps {
  readonly calculator: Calculator;
  /** What it is calculated for: what was typed is kept for each. */
  readonly draftOf: string;
  /** Puts a result on a trail; null where there is no job to put it on. */
  readonly onKeep: ((text: string) => void) | null;
  readonly busy?: boolean;
  readonly keepLabel?: string;
  /** It stands within another form, and a form cannot hold a form. */
  readonly inside?: boolean;
}

type Texts = Readonly<Record<string, string>>;
type Units = Readonly<Record<string, Unit>>;
interface Draft {
  readonly texts: Texts;
  readonly units: Units;
}

const NOTHING_TYPED: Draft = { texts: {}, units: {} };

/** One calculator: computes while it is typed, shows its formula and source, and goes to the trail with one tap. */
export function CalculatorForm(props: CalculatorFormProps) {
  const { calculator, draftOf, onKeep, busy = false, keepLabel = "Put it on the trail", inside = false } = props;
  const form = useKeptForm<Draft>(`${draftOf} calculator ${calculator.key}`, NOTHING_TYPED);
  const [texts, setTexts] = form.field("texts");
  const [units, setUnits] = form.field("units");
  const result = calculate(calculator, givenOf(calculator, texts, units));
  const written = (name: string) => (texts[name] ?? "").trim() !== "";
  const problems = result.ok ? [] : result.problems.filter(({ name }) => written(name));
  const keep = () => {
    if (!result.ok) return;
    onKeep?.(trailText(calculator, texts, units, findingText(result.finding)));
    form.saved();
  };
  return (
    <Form
      problems={problems.map(({ name, message }) => ({ path: name, message }))}
      onSubmit={keep}
      inside={inside}
      className="flex flex-col gap-4"
    >
      <TypedBefore form={form} />
      <p>{calculator.question}</p>
      <div className="grid grid-cols-1 gap-4 sm:grid-cols-2">
        {calculator.inputs.map((input) => (
          <InputField
            key={input.name}
            input={input}
            text={texts[input.name] ?? ""}
            unit={units[input.name] ?? null}
            onText={(text) => setTexts((now) => ({ ...now, [input.name]: text }))}
            onUnit={(unit) => setUnits((now) => ({ ...now, [input.name]: unit }))}
          />
        ))}
      </div>
      {result.ok && (
        <div role="status" className="border-l-4 border-spruce pl-3">
          <p className="font-semibold">{findingText(result.finding)}</p>
          <dl className="mt-1 grid grid-cols-[1fr_auto] gap-x-4 text-sm">
            {result.lines.map(({ label, value }) => (
              <div key={label} className="contents">
                <dt className="text-ink-soft">{label}</dt>
                <dd className="mono text-right">{typeof value === "string" ? value : formatQuantity(value)}</dd>
              </div>
            ))}
          </dl>
        </div>
      )}
      <p className="text-sm text-ink-soft">
        <span className="mono">{calculator.formula}</span>
        <br />
        {calculator.source}.
      </p>
      {onKeep && (
        <Button
          type={inside ? "button" : "submit"}
          look={inside ? "plain" : "main"}
          busy={busy}
          disabled={!result.ok}
          className="self-start"
          {...(inside ? { onClick: keep } : {})}
        >
          {keepLabel}
        </Button>
      )}
    </Form>
  );
}

interface InputFieldProps {
  readonly input: CalculatorInput;
  readonly text: string;
  readonly unit: Unit | null;
  readonly onText: (text: string) => void;
  readonly onUnit: (unit: Unit) => void;
}

function InputField({ input, text, unit, onText, onUnit }: InputFieldProps) {
  if (input.kind === "choice")
    return (
      <div>
        <p className="mb-1 font-medium">{input.label}</p>
        <ChooseOne label={input.label} value={text || null} onChange={onText} choices={input.choices} />
      </div>
    );
  const own = input.unit;
  const others = own ? unitsLike(own) : [];
  return (
    <div className={input.kind === "list" ? "flex items-end gap-2 sm:col-span-2" : "flex items-end gap-2"}>
      <Field
        name={input.name}
        label={input.optional ? `${input.label}, if known` : input.label}
        {...(input.hint ? { hint: input.hint } : {})}
        className="min-w-0 grow"
      >
        <TextInput
          value={text}
          onChange={(event) => onText(event.target.value)}
          inputMode={input.kind === "list" ? "text" : "decimal"}
          className="mono"
        />
      </Field>
      {own && others.length > 1 && (
        <SelectInput
          aria-label={`Unit of ${input.label}`}
          value={unit ?? own}
          onChange={(event) => onUnit(others.find((each) => each === event.target.value) ?? own)}
          className="w-24"
        >
          {others.map((each) => (
            <option key={each} value={each}>
              {unitSymbol(each)}
            </option>
          ))}
        </SelectInput>
      )}
      {own && others.length === 1 && <span className="mono pb-2.5">{unitSymbol(own)}</span>}
    </div>
  );
}

function givenOf({ inputs }: Calculator, texts: Texts, units: Units): Given {
  return Object.fromEntries(
    inputs.map((input) => [input.name, readInput(input, texts[input.name] ?? "", units[input.name] ?? null)]),
  );
}

function readInput(input: CalculatorInput, text: string, unit: Unit | null): Given[string] {
  if (!text.trim()) return undefined;
  if (input.kind === "choice") return text;
  if (input.kind === "list") {
    const parts = text.split(/[\s;]+/).filter(Boolean);
    const read = parts.map((part) => quantityOf(part, unit ?? input.unit));
    return read.every((each) => each !== null) ? read : Number.NaN;
  }
  if (input.unit === null) return readNumber(text) ?? Number.NaN;
  return quantityOf(text, unit ?? input.unit) ?? Number.NaN;
}

function quantityOf(text: string, unit: Unit): Quantity | null {
  const reading = readReading(text, unit);
  return reading && !("open" in reading) ? reading : null;
}

/** "Voltage drop of a cable: length 6 m, cross-section 16 mm²; a sound cable loses 0.97 V at this current." */
function trailText({ title, inputs }: Calculator, texts: Texts, units: Units, sentence: string): string {
  const given = inputs.flatMap((input) => {
    const text = (texts[input.name] ?? "").trim();
    if (!text) return [];
    const unit = input.kind === "choice" ? null : (units[input.name] ?? input.unit);
    return [`${input.label.toLowerCase()} ${text}${unit && !/[a-z°Ω%]/i.test(text) ? ` ${unitSymbol(unit)}` : ""}`];
  });
  return `${title}: ${given.join(", ")}. ${sentence}`;
}
