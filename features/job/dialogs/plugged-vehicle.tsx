"use client";

import { useEffect, useRef, useState } from "react";
import { freezeFrameText, readinessText } from "@/core/scan";
import type { ModuleReading } from "@/server/devices/read-vehicle";
import type { PluggedVehicle, VehicleAct } from "@/server/devices/vehicle-interface";
import { Button } from "@/ui/button";
import { actOnPlugged, clearPlugged, readPlugged, usePluggedVehicles } from "@/features/shared/vehicle-interface";
import { SimulatedVehicle } from "./simulated-vehicle";

/** One way of reading a vehicle, and what is done before. */
export interface ReadStep {
  /** "Read", "Clear and read" */
  readonly verb: string;
  readonly clearFirst?: boolean;
  /** Done by the product with a simulated vehicle; with a real one people have done it before they tap. */
  readonly acts?: readonly VehicleAct[];
}

interface PluggedVehiclesProps<Step extends ReadStep> {
  readonly steps: readonly Step[];
  readonly jobVin: string | null;
  readonly onRead: (readings: readonly ModuleReading[], step: Step) => void;
}

/** The vehicles on the interface, each with the ways of reading it; progress by module, and it can be stopped. */
export function PluggedVehicles<Step extends ReadStep>({ steps, jobVin, onRead }: PluggedVehiclesProps<Step>) {
  const { vehicles, refresh } = usePluggedVehicles();
  const [busy, setBusy] = useState<PluggedVehicle | null>(null);
  const [readings, setReadings] = useState<readonly ModuleReading[]>([]);
  const [failed, setFailed] = useState<string | null>(null);
  const stop = useRef<AbortController | null>(null);
  useEffect(() => () => stop.current?.abort(), []);
  if (!vehicles.length) return null;
  const read = async (vehicle: PluggedVehicle, step: Step) => {
    const found: ModuleReading[] = [];
    stop.current = new AbortController();
    setBusy(vehicle);
    setReadings([]);
    setFailed(null);
    try {
      if (step.clearFirst) await clearPlugged(vehicle.id, jobVin, stop.current.signal);
      if (vehicle.simulated) for (const act of step.acts ?? []) await actOnPlugged(vehicle.id, act);
      await readPlugged(vehicle.id, (reading) => setReadings([...(found.push(reading), found)]), stop.current.signal);
    } catch (error) {
      const stopped = stop.current.signal.aborted;
      setFailed(stopped || !(error instanceof Error) ? "Stopped. What was read so far stands below." : error.message);
    }
    setBusy(null);
    // What was read before it was stopped, or broke off, is worth keeping.
    if (found.length) onRead(found, step);
  };
  return (
    <div className="flex flex-col gap-2">
      {vehicles.map((vehicle) => (
        <div key={vehicle.id} className="flex flex-wrap items-center gap-2 border-b border-rule pb-2">
          <span className="grow basis-44 font-medium">{vehicle.name}</span>
          {steps.map((step) => (
            <Button
              key={step.verb}
              busy={busy?.id === vehicle.id}
              disabled={busy !== null}
              aria-label={`${step.verb} ${vehicle.name}`}
              onClick={() => read(vehicle, step)}
            >
              {step.verb}
            </Button>
          ))}
          {vehicle.simulated && <SimulatedVehicle vehicle={vehicle} onDone={refresh} />}
        </div>
      ))}
      {busy && (
        <Button look="quiet" className="self-start" onClick={() => stop.current?.abort()}>
          Stop
        </Button>
      )}
      <Progress of={busy} readings={readings} jobVin={jobVin} />
      {failed && (
        <p role="alert" className="font-medium text-brick">
          {failed}
        </p>
      )}
    </div>
  );
}

interface ProgressProps {
  readonly of: PluggedVehicle | null;
  readonly readings: readonly ModuleReading[];
  readonly jobVin: string | null;
}

function Progress({ of, readings, jobVin }: ProgressProps) {
  const vin = readings.find((reading) => reading.vin !== null)?.vin ?? null;
  const readiness = readings.find((reading) => reading.readiness !== null)?.readiness ?? null;
  const frozen = readings.find((reading) => reading.freezeFrame !== null)?.freezeFrame ?? null;
  if (!of && !readings.length) return null;
  return (
    <div role="status" className="text-sm">
      {of && (
        <p>
          {readings.length} of {of.modules.length} modules: <span className="mono">{of.modules[readings.length]}</span>{" "}
          …
        </p>
      )}
      {vin && jobVin && vin !== jobVin && (
        <p className="font-semibold text-brick">
          This is another vehicle: its VIN is <span className="mono">{vin}</span>, this job’s is{" "}
          <span className="mono">{jobVin}</span>.
        </p>
      )}
      {vin && vin === jobVin && <p className="text-spruce">The VIN is this job’s.</p>}
      {frozen && <p>{freezeFrameText(frozen)}.</p>}
      {readiness && <p>{readinessText(readiness)}.</p>}
    </div>
  );
}
