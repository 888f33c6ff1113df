"use client";

import { useEffect, useRef, useState } from "react";
import type { ModuleReading } from "@/server/devices/read-vehicle";
import type { PluggedVehicle } from "@/server/devices/vehicle-interface";
import { Button } from "@/ui/button";
import { clearPlugged, readPlugged, usePluggedVehicles } from "../use-vehicle-interface";

interface PluggedVehiclesProps {
  /** "Read" or "Clear and read again" */
  readonly verb: string;
  readonly clearFirst?: boolean;
  readonly jobVin: string | null;
  readonly onRead: (readings: readonly ModuleReading[]) => void;
}

/** The vehicles on the interface, each with a button that reads it; progress by module, and it can be stopped. */
export function PluggedVehicles({ verb, clearFirst = false, jobVin, onRead }: PluggedVehiclesProps) {
  const vehicles = usePluggedVehicles();
  const [busy, setBusy] = useState<PluggedVehicle | null>(null);
  const [readings, setReadings] = useState<readonly ModuleReading[]>([]);
  const [failed, setFailed] = useState<string | null>(null);
  const stop = useRef<AbortController | null>(null);
  useEffect(() => () => stop.current?.abort(), []);
  if (!vehicles.length) return null;
  const read = async (vehicle: PluggedVehicle) => {
    const found: ModuleReading[] = [];
    stop.current = new AbortController();
    setBusy(vehicle);
    setReadings([]);
    setFailed(null);
    try {
      if (clearFirst) await clearPlugged(vehicle.id, jobVin, stop.current.signal);
      await readPlugged(vehicle.id, (reading) => setReadings([...(found.push(reading), found)]), stop.current.signal);
    } catch (error) {
      const stopped = stop.current.signal.aborted;
      setFailed(stopped || !(error instanceof Error) ? "Stopped. What was read so far stands below." : error.message);
    }
    setBusy(null);
    // What was read before it was stopped, or broke off, is worth keeping.
    if (found.length) onRead(found);
  };
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap gap-2">
        {vehicles.map((vehicle) => (
          <Button
            key={vehicle.id}
            busy={busy?.id === vehicle.id}
            disabled={busy !== null}
            onClick={() => read(vehicle)}
          >
            {verb} {vehicle.name}
          </Button>
        ))}
        {busy && (
          <Button look="quiet" onClick={() => stop.current?.abort()}>
            Stop
          </Button>
        )}
      </div>
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
  const open =
    readiness?.monitors.filter(({ supported, complete }) => supported && !complete).map(({ name }) => name) ?? [];
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
      {readiness && (
        <p>
          Lamp {readiness.milOn ? "on" : "off"};{" "}
          {open.length ? `monitors still open: ${open.join(", ")}` : "every monitor is complete"}.
        </p>
      )}
    </div>
  );
}
