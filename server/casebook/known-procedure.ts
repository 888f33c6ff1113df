import "server-only";
import type { Procedure } from "@/core/book";
import type { KnownProcedure } from "./facts-of-job";

/** What the entries of imported tests take from a procedure. */
export function knownProcedure({ title, access, version, outcomes }: Procedure): KnownProcedure {
  return {
    title,
    access,
    version,
    outcomes: new Map(outcomes.map(({ key, label, effects }) => [key, { label, effects }])),
  };
}
