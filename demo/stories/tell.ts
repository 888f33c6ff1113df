import { setHours, setMinutes, subDays } from "date-fns";
import type { PriorWorkInput } from "@/server/commands/prior-work";
import { JobPlayer, type Stage } from "../play";
import { seeded } from "../random";
import { makeVehicle, SHOP, type ModelKey, type PersonName } from "../world";

/** What stories are told with. */

export const eur = (amount: number) => ({ amount, currency: SHOP.currency });
export const day = (now: Date, daysAgo: number, hour: number, minute: number) =>
  setMinutes(setHours(subDays(now, daysAgo), hour), minute);
export const scan = (...codes: readonly (readonly [code: string, status: string, module: string])[]) => ({
  codes: codes.map(([code, status, module]) => ({ code, status, module })),
  modulesRead: ["engine", "brakes", "body", "steering"],
});
export const part = (cause: string, cost: number, result: string | null, partNumber: string | null = null) => {
  const [component, failure] = cause.split("/");
  return { component, failure, partNumber, source: "new-maker", cost: eur(cost), result };
};
export const found = (...causes: readonly string[]) => ({
  result: "root-cause",
  causes: causes.map((cause) => ({ component: cause.split("/")[0], failure: cause.split("/")[1] })),
});
export const held = (step: string, note = "") => ({ step, result: "held", note });
export const reading = (value: number, unit: string, label = "") => ({
  readings: [{ label, reading: { value, unit } }],
});

export interface Arrival {
  readonly model: ModelKey;
  readonly year: number;
  readonly number: number;
  readonly odometerKm: number;
  readonly complaint: string;
  readonly symptoms: readonly { key: string; conditions: readonly string[] }[];
  readonly priorWork?: readonly PriorWorkInput[];
  readonly at: Date;
  readonly by?: PersonName;
}

export function arrive(
  stage: Stage,
  name: string,
  { model, year, number, odometerKm, complaint, symptoms, priorWork, at, by }: Arrival,
): Promise<JobPlayer> {
  const vehicle = makeVehicle(model, year, number, seeded(number));
  const input = { vehicle, odometerKm, complaint, symptoms, priorWork: priorWork ?? [] };
  return JobPlayer.open(stage, `story/${name}`, { by: by ?? "Maret Sundby", at, input });
}

/** Cleared and seen: what came back, and when. */
export const cleared = (...returns: readonly (readonly [code: string, module: string, returned: string])[]) => ({
  returns: returns.map(([code, module, returned]) => ({ code, module, returned })),
});

export function personId(stage: Stage, name: PersonName): string {
  const actor = stage.actors.get(name);
  if (!actor) throw new Error(`demo: ${name} is missing`);
  return actor.personId;
}
