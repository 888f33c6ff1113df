import { countText } from "@/features/shared/format";
import type { Outcome } from "./send-casebook";

const SHOWN_PROBLEMS = 30;

/** How far a file is on its way in; `share` is null where there is no telling. */
export interface Stage {
  readonly name: string;
  readonly words: string;
  readonly share: number | null;
}

export function StageView({ stage: { name, words, share } }: { readonly stage: Stage }) {
  return (
    <div className="flex flex-col gap-1">
      <p role="status">
        {name} {words}. Stay on this page.
      </p>
      <progress
        aria-label={`${name} ${words}`}
        className="h-3 w-full accent-spruce"
        value={share ?? undefined}
        max={1}
      />
    </div>
  );
}

/** What came of a casebook that was sent. */
export function OutcomeView({ outcome }: { readonly outcome: Outcome }) {
  if (outcome.kind === "taken")
    return (
      <div role="status" className="border-l-4 border-spruce pl-3">
        <p className="font-semibold">{outcome.name} was taken over.</p>
        <ul>
          {outcome.counts.map(([name, { added, updated, unchanged }]) => (
            <li key={name}>
              {name}: {added} new, {updated} changed, {unchanged} as they were
            </li>
          ))}
        </ul>
      </div>
    );
  if (outcome.kind === "taken-in") return <TakenInView {...outcome.answer} />;
  return (
    <div role="alert" className="border-l-4 border-brick bg-brick-pale px-3 py-2">
      <p className="font-semibold">
        {outcome.name}: {outcome.why} Nothing of it was taken over.
      </p>
      <ul>
        {outcome.problems.slice(0, SHOWN_PROBLEMS).map(({ path, message }) => (
          <li key={path + message}>
            <span className="mono">{path}</span> {message}
          </li>
        ))}
      </ul>
      {outcome.problems.length > SHOWN_PROBLEMS && <p>and {outcome.problems.length - SHOWN_PROBLEMS} more</p>}
    </div>
  );
}

function TakenInView({ shop, jobs, added, replaced, unchanged }: Extract<Outcome, { kind: "taken-in" }>["answer"]) {
  const { words, procedures, fixes, patterns } = added;
  return (
    <div role="status" className="border-l-4 border-spruce pl-3">
      <p className="font-semibold">
        {unchanged
          ? `This file of ${shop.name} is here already: nothing changed.`
          : `${countText(jobs, "job")} of ${shop.name} ${replaced ? "took the place of what it sent before" : "were taken in"}.`}
      </p>
      {!unchanged && (
        <p>
          New here: {countText(words, "word")}, {countText(procedures, "procedure")}, {countText(fixes, "repair")},{" "}
          {countText(patterns, "known failure")}. What this shop had was not touched.
        </p>
      )}
    </div>
  );
}
