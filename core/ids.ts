/** Ids branded by kind, so that a person's id cannot be passed where a job's is due. All are UUIDs in text form. */
declare const kind: unique symbol;
type Id<Kind extends string> = string & { readonly [kind]: Kind };

export type SiteId = Id<"site">;
export type PersonId = Id<"person">;
export type VehicleId = Id<"vehicle">;
export type JobId = Id<"job">;
export type CommandId = Id<"command">;

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

/** Whether a text is a UUID in its canonical lower-case form (RFC 9562, section 4). */
export function isUuid(text: string): boolean {
  return UUID.test(text);
}

/** A job's id from outside, or null where the text is no UUID. */
export function asJobId(text: string): JobId | null {
  return isUuid(text) ? (text as JobId) : null;
}

/** A vehicle's id from outside, or null where the text is no UUID. */
export function asVehicleId(text: string): VehicleId | null {
  return isUuid(text) ? (text as VehicleId) : null;
}

/** A person's id from outside, or null where the text is no UUID. */
export function asPersonId(text: string): PersonId | null {
  return isUuid(text) ? (text as PersonId) : null;
}
