import "server-only";
import { settings } from "@/server/settings";

/** A vehicle that is plugged into the shop's interface. */
export interface PluggedVehicle {
  readonly id: string;
  readonly name: string;
  readonly modules: readonly string[];
  /** A simulated vehicle can be turned on and off, driven and repaired from here; with a real one people do that. */
  readonly simulated?: { readonly repairs: readonly string[] } | null;
}

export const VEHICLE_ACTS = ["key-on", "key-off", "run", "drive"] as const;
export type VehicleAct = (typeof VEHICLE_ACTS)[number] | { readonly repair: string };

/** How a module answered a request: with hexadecimal bytes, not at all, or in what this tool does not understand. */
export type ModuleAnswer =
  | { readonly kind: "response"; readonly frame: string }
  | { readonly kind: "no-answer" }
  | { readonly kind: "unreadable" };

/** What the application needs of a vehicle interface; a real adapter would be another one of these. */
export interface VehicleInterface {
  vehicles(): Promise<readonly PluggedVehicle[]>;
  ask(vehicle: string, module: string, request: string): Promise<ModuleAnswer>;
  /** Does something with a simulated vehicle. @returns false where it cannot be done */
  act(vehicle: string, act: VehicleAct): Promise<boolean>;
}

const PATIENCE_MS = 5000;
const NO_ANSWER = 504;
const NOT_READABLE = 501;

/** The interface that the settings name, or null where the shop has none. */
export function vehicleInterface(): VehicleInterface | null {
  const base = settings().vehicleInterfaceUrl;
  return base === null ? null : overHttp(base);
}

function overHttp(base: string): VehicleInterface {
  const send = (path: string, body?: unknown) =>
    fetch(base + path, {
      signal: AbortSignal.timeout(PATIENCE_MS),
      ...(body === undefined ? {} : { method: "POST", body: JSON.stringify(body) }),
    });
  return {
    async vehicles() {
      return (await (await send("/vehicles")).json()) as PluggedVehicle[];
    },
    async ask(vehicle, module, request) {
      const response = await send(`/vehicles/${encodeURIComponent(vehicle)}/modules/${encodeURIComponent(module)}`, {
        request,
      });
      if (response.status === NO_ANSWER) return { kind: "no-answer" };
      if (response.status === NOT_READABLE) return { kind: "unreadable" };
      if (!response.ok) throw new Error(`vehicle interface: status ${response.status}`);
      const { response: frame } = (await response.json()) as { response?: unknown };
      if (typeof frame !== "string") throw new Error("vehicle interface: an answer without a response");
      return { kind: "response", frame };
    },
    async act(vehicle, act) {
      const body = typeof act === "string" ? { do: act } : act;
      return (await send(`/vehicles/${encodeURIComponent(vehicle)}/act`, body)).ok;
    },
  };
}
