"use client";

import { useState } from "react";
import type { PluggedVehicle, VehicleAct } from "@/server/devices/vehicle-interface";
import { Button } from "@/ui/button";
import { actOnPlugged } from "@/features/shared/vehicle-interface";

interface SimulatedVehicleProps {
  readonly vehicle: PluggedVehicle;
  readonly onDone: () => void;
}

const ACTS: readonly { readonly act: VehicleAct; readonly label: string; readonly done: string }[] = [
  { act: "key-off", label: "Key off", done: "The key is off: no module answers." },
  { act: "key-on", label: "Key on", done: "The key is on." },
  { act: "run", label: "Run the engine", done: "The engine runs." },
  { act: "drive", label: "Drive it", done: "It was driven." },
];

/** What people do with a real vehicle and the product does with a simulated one: key, drive, repair. */
export function SimulatedVehicle({ vehicle, onDone }: SimulatedVehicleProps) {
  const [said, setSaid] = useState<string | null>(null);
  const send = async (act: VehicleAct, done: string) => {
    try {
      await actOnPlugged(vehicle.id, act);
      setSaid(done);
      onDone();
    } catch (error) {
      setSaid(error instanceof Error ? error.message : "It was not done.");
    }
  };
  return (
    <details className="w-full">
      <summary className="min-h-11 cursor-pointer content-center text-sm text-ink-soft">
        Simulated vehicle: turn the key, drive it, repair it
      </summary>
      <div className="flex flex-wrap gap-2 pb-2">
        {ACTS.map(({ act, label, done }) => (
          <Button key={label} onClick={() => send(act, done)}>
            {label}
          </Button>
        ))}
        {(vehicle.simulated?.repairs ?? []).map((repair) => (
          <Button key={repair} onClick={() => send({ repair }, `Repaired: ${plain(repair)}.`)}>
            Repair: {plain(repair)}
          </Button>
        ))}
      </div>
      {said && (
        <p role="status" className="text-sm font-medium">
          {said}
        </p>
      )}
    </details>
  );
}

const plain = (name: string) => name.replace(/-/g, " ");
