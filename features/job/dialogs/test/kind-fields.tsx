"use client";

import { useState } from "react";
import { COMPARISONS, type Comparison } from "@/core/verdict";
import type { ChosenSpec, Procedure, ProcedureKind } from "@/core/book";
import type { Unit } from "@/core/measure";
import { Button } from "@/ui/button";
import { ChooseOne } from "@/ui/choices";
import { Keypad } from "./keypad";
import { HighVoltageFields, PairFields, SeveralFields, ValueFields } from "./reading-fields";
import { FeedFields, SwapFields } from "./split-fields";
import { rowsFor, unitsFor, type TestDraft } from "./test-draft";
import { TraceFields } from "./trace-fields";

interface KindFieldsProps {
  readonly procedure: Procedure;
  readonly kind: ProcedureKind;
  readonly chosen: ChosenSpec | null;
  readonly draft: TestDraft;
  readonly change: (part: Partial<TestDraft>) => void;
  readonly unit: Unit;
}

const COMPARISON_WORDS: Readonly<Record<Comparison, string>> = {
  "beside-good": "Beside one that is known to be good",
  several: "With its like: cylinders, wheels, left and right",
  "before-after": "Before and after",
};

/** What is read or seen, each kind of test in its own form. */
export function KindFields(props: KindFieldsProps) {
  const { procedure, kind, chosen, draft, change, unit } = props;
  const spec = chosen?.spec ?? null;
  const readings = { draft, change, unit, units: unitsFor(kind, spec ?? procedure.spec) };
  const noValues = procedure.kind === "value" && !chosen && procedure.spec !== null;
  return (
    <>
      {noValues && (
        <div className="flex flex-col gap-2 border-l-4 border-ochre pl-3">
          <p>There are no values for this maker’s part. Compare it instead:</p>
          <ChooseOne
            label="Compare"
            value={draft.comparedBy}
            onChange={(value) => {
              const comparedBy = COMPARISONS.find((each) => each === value) ?? null;
              if (comparedBy) change({ comparedBy, rows: rowsFor(comparedBy, procedure.points) });
            }}
            choices={COMPARISONS.map((value) => ({ value, label: COMPARISON_WORDS[value] }))}
          />
        </div>
      )}
      {kind === "value" && chosen && <ValueFields spec={chosen.spec} {...readings} />}
      {kind === "several" && <SeveralFields legend="Each measured in the same way; three at least" {...readings} />}
      {kind === "loudest" && (
        <SeveralFields legend="How loud at each place: by ear in tenths, or by a meter in dB" {...readings} />
      )}
      {kind === "beside-good" && <PairFields names={["known good", "suspect"]} {...readings} />}
      {kind === "before-after" && <PairFields names={["before", "after"]} {...readings} />}
      {kind === "high-voltage" && <HighVoltageFields draft={draft} change={change} />}
      {kind === "swap" && <SwapFields draft={draft} change={change} />}
      {kind === "direct-feed" && <FeedFields draft={draft} change={change} />}
      {kind === "trace" && <TraceFields draft={draft} change={change} spec={traceLimits(procedure, chosen)} />}
      {ROWED.has(kind) && (kind !== "value" || chosen) && <KeypadFor draft={draft} change={change} />}
    </>
  );
}

/** The band of a warm-up is where it opens, and that of a leak a rate: only plain limits are drawn. */
const traceLimits = ({ look }: Procedure, chosen: ChosenSpec | null) =>
  look === "limits" ? (chosen?.spec ?? null) : null;

const ROWED: ReadonlySet<ProcedureKind> = new Set(["value", "several", "loudest", "beside-good", "before-after"]);

/** A keypad for the readings, one after the other; closed until it is asked for. */
function KeypadFor({ draft, change }: Pick<KindFieldsProps, "draft" | "change">) {
  const [at, setAt] = useState<number | null>(null);
  if (at === null)
    return (
      <Button look="quiet" className="self-start" onClick={() => setAt(0)}>
        Keypad
      </Button>
    );
  const row = draft.rows[at] ?? draft.rows[0];
  const set = (text: string) =>
    change({ rows: draft.rows.map((each, index) => (index === at ? { ...each, text } : each)) });
  return (
    <div className="flex flex-col gap-2">
      <div className="flex items-baseline justify-between gap-3">
        <p className="font-medium" role="status">
          {draft.rows.length > 1 ? `${row?.label || `Reading ${at + 1}`}: ` : "Reading: "}
          <span className="mono">{row?.text || "…"}</span>
        </p>
        <Button look="quiet" onClick={() => setAt(null)}>
          Close the keypad
        </Button>
      </div>
      <Keypad
        value={row?.text ?? ""}
        onChange={set}
        onNext={draft.rows.length > 1 ? () => setAt((at + 1) % draft.rows.length) : null}
      />
    </div>
  );
}
