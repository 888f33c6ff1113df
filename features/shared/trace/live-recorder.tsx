"use client";

import { useEffect, useRef, useState } from "react";
import { LIVE_VALUES } from "@/core/scan";
import { readLiveValues, usePluggedVehicles } from "@/features/shared/vehicle-interface";
import { Button } from "@/ui/button";
import { Field, SelectInput } from "@/ui/form";

const EVERY_MS = 500;
const spoken = (name: string) => name.replace(/-/g, " ");

/** Records one or two values of a vehicle that is plugged in, as CSV, until it is stopped. Nothing shows where none is. */
export function LiveRecorder({ onText }: { readonly onText: (text: string) => void }) {
  const { vehicles } = usePluggedVehicles();
  const [vehicle, setVehicle] = useState("");
  const [names, setNames] = useState<readonly [string, string]>(["coolant-temperature", ""]);
  const [running, setRunning] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const stop = useRef<AbortController | null>(null);
  useEffect(() => () => stop.current?.abort(), []);
  if (!vehicles.length) return null;
  const chosen = vehicle || (vehicles[0]?.id ?? "");
  const start = async () => {
    stop.current = new AbortController();
    setProblem(null);
    setRunning(true);
    try {
      await record({ vehicle: chosen, names: names.filter(Boolean), onText, signal: stop.current.signal });
    } catch (error) {
      if (!stop.current.signal.aborted) setProblem(error instanceof Error ? error.message : "It broke off.");
    }
    setRunning(false);
  };
  return (
    <fieldset className="flex flex-col gap-3">
      <legend className="font-medium">or record it from a vehicle that is plugged in</legend>
      <div className="flex flex-wrap gap-3">
        <Field name="live-vehicle" label="Vehicle" className="basis-52">
          <SelectInput value={chosen} disabled={running} onChange={(event) => setVehicle(event.target.value)}>
            {vehicles.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </SelectInput>
        </Field>
        {names.map((name, at) => (
          <Field key={at} name={`live-${at}`} label={at === 0 ? "Value" : "and, if wanted"} className="basis-52">
            <SelectInput
              value={name}
              disabled={running}
              onChange={({ target }) => setNames(at === 0 ? [target.value, names[1]] : [names[0], target.value])}
            >
              {at === 1 && <option value="">nothing more</option>}
              {LIVE_VALUES.filter((each) => at === 0 || each.name !== names[0]).map((each) => (
                <option key={each.name} value={each.name}>
                  {spoken(each.name)}
                </option>
              ))}
            </SelectInput>
          </Field>
        ))}
      </div>
      <Button className="self-start" onClick={() => (running ? stop.current?.abort() : void start())}>
        {running ? "Stop recording" : "Record"}
      </Button>
      {problem && (
        <p role="alert" className="font-medium text-brick">
          {problem}
        </p>
      )}
    </fieldset>
  );
}

interface Recording {
  readonly vehicle: string;
  readonly names: readonly string[];
  readonly onText: (text: string) => void;
  readonly signal: AbortSignal;
}

/** Asks again and again, and hands over the growing recording; ends where it is stopped. */
async function record({ vehicle, names, onText, signal }: Recording): Promise<void> {
  const columns = LIVE_VALUES.filter(({ name }) => names.includes(name));
  const lines = [["time (s)", ...columns.map(({ name, unit }) => `${spoken(name)} (${unit})`)].join(";")];
  const begun = performance.now();
  while (!signal.aborted) {
    const values = await readLiveValues(vehicle, names, signal);
    if (signal.aborted) return;
    const seconds = ((performance.now() - begun) / 1000).toFixed(2);
    const cells = columns.map(({ name }) => values.find((value) => value.name === name)?.value ?? "");
    if (cells.every((cell) => cell === "")) throw new Error("This vehicle does not tell that value.");
    lines.push([seconds, ...cells].join(";"));
    onText(lines.join("\n"));
    await new Promise((done) => setTimeout(done, EVERY_MS));
  }
}
