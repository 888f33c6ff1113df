import { heldEntries, type WrittenEntry } from "./fold";

/**
 * Whose parts are fitted, by component, as anybody said last on this job: where it was measured, fitted, or told of earlier work. null is the
 * vehicle maker's own; nobody said it of a component that is not there.
 */
export function partMakersIn(
  trail: readonly WrittenEntry[],
  componentOf: (procedure: string) => string | null,
): ReadonlyMap<string, string | null> {
  const makers = new Map<string, string | null>();
  for (const { body } of heldEntries(trail)) {
    if (body.kind === "test") {
      const component = body.procedure === null ? null : componentOf(body.procedure);
      if (component !== null && body.partMaker) makers.set(component, body.partMaker);
    } else if (body.kind === "prior-work" && body.maker) makers.set(body.component, body.maker);
    else if (body.kind === "part" && body.source !== "repaired") makers.set(body.component, body.maker ?? null);
  }
  return makers;
}
