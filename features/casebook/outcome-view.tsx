import { countText } from "@/features/shared/format";
import type { WorkAnswer } from "@/server/api/long-work";

interface Tally {
  readonly added: number;
  readonly unchanged: number;
  readonly updated: number;
}

/** Another shop's casebook that was taken in. */
interface TakenIn {
  readonly shop: { readonly name: string };
  readonly replaced: boolean;
  readonly unchanged: boolean;
  readonly jobs: number;
  readonly added: Readonly<Record<"words" | "procedures" | "fixes" | "patterns", number>>;
}

const SHOWN_PROBLEMS = 30;

/** What a casebook is called: by its file, or by whose it is. */
export const nameOf = ({ file, from }: Pick<WorkAnswer, "file" | "from">): string =>
  file ?? (from ? `The casebook of ${from}` : "A casebook");

/** What came of a casebook that was sent. */
export function OutcomeView({ work }: { readonly work: WorkAnswer }) {
  if (work.problem) return <RefusedView name={nameOf(work)} {...work.problem} />;
  // The API's description says so, and a test holds it to that.
  const answer = work.answer as Readonly<Record<string, Tally>> | TakenIn | null;
  if (!answer) return null;
  if ("shop" in answer) return <TakenInView {...(answer as TakenIn)} />;
  return (
    <div role="status" className="border-l-4 border-spruce pl-3">
      <p className="font-semibold">{nameOf(work)} was taken over.</p>
      <ul>
        {Object.entries(answer)
          .filter(([name]) => name !== "problems")
          .map(([name, { added, updated, unchanged }]) => (
            <li key={name}>
              {name}: {added} new, {updated} changed, {unchanged} as they were
            </li>
          ))}
      </ul>
    </div>
  );
}

interface RefusedProps {
  readonly name: string;
  readonly detail: string;
  readonly problems: readonly { readonly path: string; readonly message: string }[];
}

/** Why nothing of it was taken over, by its places. */
export function RefusedView({ name, detail, problems }: RefusedProps) {
  return (
    <div role="alert" className="border-l-4 border-brick bg-brick-pale px-3 py-2">
      <p className="font-semibold">
        {name}: {problems.length ? "It has mistakes." : detail} Nothing of it was taken over.
      </p>
      <ul>
        {problems.slice(0, SHOWN_PROBLEMS).map(({ path, message }) => (
          <li key={path + message}>
            <span className="mono">{path}</span> {message}
          </li>
        ))}
      </ul>
      {problems.length > SHOWN_PROBLEMS && <p>and {problems.length - SHOWN_PROBLEMS} more</p>}
    </div>
  );
}

function TakenInView({ shop, jobs, added, replaced, unchanged }: TakenIn) {
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
