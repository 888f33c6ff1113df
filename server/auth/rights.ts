import "server-only";

export const ROLES = ["apprentice", "technician", "desk", "lead"] as const;
export type Role = (typeof ROLES)[number];

/** What can be allowed: one name for each kind of thing a person does. */
export type Right =
  | "shop.read"
  | "job.open"
  | "job.complaint"
  | "job.record"
  | "job.set-right"
  | "job.assign"
  | "job.close"
  | "job.reopen"
  | "words.extend"
  | "book.extend"
  | "book.edit"
  | "team.manage"
  | "own.account";

/** Whoever talks to a customer notes what they say. */
const EVERYONE: readonly Right[] = ["shop.read", "own.account", "job.complaint"];

const RIGHTS: Record<Role, ReadonlySet<Right>> = {
  // Records, does not close.
  apprentice: new Set([...EVERYONE, "job.record"]),
  // Takes complaints in and tells the customer; does not measure or conclude.
  desk: new Set([...EVERYONE, "job.open", "job.assign", "words.extend"]),
  technician: new Set([
    ...EVERYONE,
    "job.open",
    "job.record",
    // Takes back what a colleague wrote; who learns, or takes complaints in, takes back their own entries only.
    "job.set-right",
    "job.assign",
    "job.close",
    "words.extend",
    "book.extend",
  ]),
  lead: new Set([
    ...EVERYONE,
    "job.open",
    "job.record",
    "job.set-right",
    "job.assign",
    "job.close",
    "job.reopen",
    "words.extend",
    "book.extend",
    "book.edit",
    "team.manage",
  ]),
};

/** The one place that decides: may somebody of this role do this? Nobody at all may do nothing. */
export function may(actor: { readonly role: Role } | null, right: Right): boolean {
  return actor !== null && RIGHTS[actor.role].has(right);
}

/** Everything somebody of this role may do, for screens that offer only what will be taken. */
export function rightsOf(actor: { readonly role: Role }): readonly Right[] {
  return [...RIGHTS[actor.role]];
}
