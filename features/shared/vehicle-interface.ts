"use client";

import { useEffect, useState } from "react";
import type { FrozenValue } from "@/core/scan";
import type { ModuleReading } from "@/server/devices/read-vehicle";
import type { PluggedVehicle, VehicleAct } from "@/server/devices/vehicle-interface";

const ADDRESS = "/api/v1/vehicle-interface";

/** The vehicles that are plugged in; none while nothing is, or the shop has no interface. */
export function usePluggedVehicles(): {
  readonly vehicles: readonly PluggedVehicle[];
  readonly refresh: () => void;
} {
  const [vehicles, setVehicles] = useState<readonly PluggedVehicle[]>([]);
  const [asked, setAsked] = useState(0);
  useEffect(() => {
    const stop = new AbortController();
    fetch(ADDRESS, { signal: stop.signal })
      .then((response) => response.json())
      .then((body: { vehicles?: PluggedVehicle[] }) => setVehicles(body.vehicles ?? []))
      .catch(() => {
        // Codes can be typed in, or come from a report.
      });
    return () => stop.abort();
  }, [asked]);
  return { vehicles, refresh: () => setAsked((times) => times + 1) };
}

/**
 * Reads a plugged vehicle, module after module.
 * @throws Error where the connection breaks: what was read before was given to `onModule`
 */
export async function readPlugged(
  vehicle: string,
  onModule: (reading: ModuleReading) => void,
  signal: AbortSignal,
): Promise<void> {
  const response = await post(`${ADDRESS}/read`, { vehicle }, signal);
  const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
  let rest = "";
  for (let piece = await reader?.read(); piece && !piece.done; piece = await reader?.read()) {
    const lines = (rest + piece.value).split("\n");
    rest = lines.pop() ?? "";
    for (const line of lines.filter(Boolean)) onModule(JSON.parse(line) as ModuleReading);
  }
}

/** Clears the codes of a plugged vehicle, if it is the job's. @throws Error with the reason where it was not done */
export async function clearPlugged(vehicle: string, jobVin: string | null, signal: AbortSignal): Promise<void> {
  await post(`${ADDRESS}/clear`, { vehicle, jobVin }, signal);
}

/** Turns the key of a simulated vehicle, drives or repairs it. @throws Error with the reason where it was not done */
export async function actOnPlugged(vehicle: string, act: VehicleAct): Promise<void> {
  await post(`${ADDRESS}/act`, { vehicle, act });
}

/** What a plugged vehicle's engine sees now. @throws Error with the reason where it does not say */
export async function readLiveValues(
  vehicle: string,
  values: readonly string[],
  signal: AbortSignal,
): Promise<readonly FrozenValue[]> {
  const response = await post(`${ADDRESS}/live`, { vehicle, values }, signal);
  const body: { values?: FrozenValue[] } = await response.json();
  return body.values ?? [];
}

async function post(path: string, input: object, signal: AbortSignal | null = null): Promise<Response> {
  const headers = { "content-type": "application/json" };
  const response = await fetch(path, { method: "POST", headers, body: JSON.stringify(input), signal });
  if (!response.ok) {
    const { detail }: { detail?: string } = await response.json();
    throw new Error(detail ?? `The vehicle interface answered ${response.status}.`);
  }
  return response;
}
