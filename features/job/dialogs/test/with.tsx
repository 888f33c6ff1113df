"use client";

import { useState } from "react";
import { partMakersOf, type ChosenSpec, type Procedure } from "@/core/book";
import { isProved } from "@/core/measure";
import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import type { InstrumentRow } from "@/server/db/instruments";
import { Button } from "@/ui/button";
import { Field, SelectInput } from "@/ui/form";
import { useJobPage } from "../../job-context";
import type { TestDraft } from "./test-draft";

interface WithProps {
  readonly draft: TestDraft;
  readonly change: (part: Partial<TestDraft>) => void;
  readonly procedure: Procedure;
  readonly chosen: ChosenSpec | null;
}

/** Whose part is fitted, with which meter, and where the values are from. */
export function With({ draft, change, procedure, chosen }: WithProps) {
  const { sheet } = useJobPage();
  const known = partMakersOf(procedure, sheet.facts.vehicle);
  // Whoever told of it on this job may have named one whose values the book does not hold.
  const makers = [...new Set([...known, ...(draft.partMaker ? [draft.partMaker] : [])])];
  const source = chosen?.from;
  const meter = sheet.instruments.find(({ id }) => id === draft.instrumentId) ?? null;
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
      {sheet.instruments.length > 0 && MEASURED.has(procedure.kind) && (
        <Field name="instrumentId" label="Meter" className="basis-52">
          <SelectInput
            value={draft.instrumentId ?? ""}
            onChange={(event) => change({ instrumentId: event.target.value || null })}
          >
            <option value="">not stated</option>
            {sheet.instruments.map(({ id, name, calibrationDue }) => (
              <option key={id} value={id}>
                {calibrationDue !== null && calibrationDue < today ? `${name} (calibration overdue)` : name}
              </option>
            ))}
          </SelectInput>
        </Field>
      )}
      {meter && <Proved key={meter.id} meter={meter} />}
      {source && (
        <p className="w-full text-sm text-ink-soft">
          {SOURCE_WORDS[source.source]}
          {source.reference && `, ${source.reference}`}
        </p>
      )}
    </div>
  );
}

const MEASURED: ReadonlySet<Procedure["kind"]> = new Set(["value", "several", "beside-good", "before-after"]);

/** Whether the meter was proved on a known source today, and the tap that says so. */
function Proved({ meter }: { readonly meter: InstrumentRow }) {
  const { send, busy, message } = useCommand(commandPath("prove-instrument"));
  const [now] = useState(() => new Date());
  if (isProved(meter.provedAt, now))
    return <p className="self-end pb-2.5 text-sm text-spruce">Proved on a known source today by {meter.provedBy}.</p>;
  return (
    <div className="self-end">
      <Button busy={busy} onClick={() => void send({ id: meter.id })}>
        Proved on a known source
      </Button>
      <CommandMessage message={message} />
    </div>
  );
}

const SOURCE_WORDS = {
  maker: "Values of the vehicle’s maker",
  "part-maker": "Values of the part’s maker",
  "known-good-here": "Measured on known-good parts here",
} as const;
