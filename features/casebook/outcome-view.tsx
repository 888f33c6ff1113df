import { exhaustive } from "@/core/exhaustive";
import { countText, megabytesText } from "@/features/shared/format";
import type { WorkAnswer } from "@/server/api/long-work";
import { ButtonLink } from "@/ui/button";

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

const COMMANDS: Readonly<Record<string, { readonly name: string; readonly done: string }>> = {
  "merge-words": { name: "Making one word of two", done: "Two words are one" },
  "split-word": { name: "Parting two words", done: "Two words are parted again" },
  "merge-variant-names": { name: "Making one name of two", done: "Two names are one" },
};

/** What long work is called: a casebook by its file, or by whose it is. */
export function nameOf({ kind, command, file, from }: Pick<WorkAnswer, "kind" | "command" | "file" | "from">): string {
  switch (kind) {
    case "backup":
      return "A backup";
    case "command":
      return COMMANDS[command ?? ""]?.name ?? "A change of the book";
    case "export-casebook":
      return file ?? "A casebook";
    case "import-casebook":
      return file ?? (from ? `The casebook of ${from}` : "A casebook");
    default:
      return exhaustive(kind, "long work");
  }
}

/** What came of long work: of a casebook that was sent, or of two words that became one. */
export function OutcomeView({ work }: { readonly work: WorkAnswer }) {
  if (work.problem)
    return (
      <RefusedView name={nameOf(work)} nothing={work.state === "refused" ? NOTHING[work.kind] : ""} {...work.problem} />
    );
  if (work.kind === "command") return <CountedView {...work} />;
  if (work.kind === "backup") return <BackedUpView {...work} />;
  if (work.kind === "export-casebook") return <MadeView {...work} />;
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

/** How many jobs were counted again. */
function CountedView({ command, answer }: WorkAnswer) {
  // The API's description says so, and a test holds it to that.
  const counted = answer as { readonly jobs: number } | null;
  if (!counted) return null;
  return (
    <p role="status" className="border-l-4 border-spruce pl-3">
      {COMMANDS[command ?? ""]?.done ?? "Done"}; {countText(counted.jobs, "job")} counted again.
    </p>
  );
}

function BackedUpView({ answer }: WorkAnswer) {
  // The API's description says so, and a test holds it to that.
  const made = answer as { readonly file: string; readonly bytes: number } | null;
  if (!made) return null;
  return (
    <p role="status" className="border-l-4 border-spruce pl-3">
      Backed up to <span className="mono break-all">{made.file}</span>, {megabytesText(made.bytes)}, and read back
      whole.
    </p>
  );
}

function MadeView({ id, file, answer }: WorkAnswer) {
  // The API's description says so, and a test holds it to that.
  const made = answer as { readonly jobs: number; readonly bytes: number } | null;
  if (!made) return null;
  return (
    <div role="status" className="flex flex-wrap items-center gap-x-4 gap-y-2 border-l-4 border-spruce pl-3">
      <ButtonLink href={`/api/v1/casebook/exports/${id}`} download>
        Save {file}
      </ButtonLink>
      <span>
        {countText(made.jobs, "job")}, {megabytesText(made.bytes)}; kept here for a day.
      </span>
    </div>
  );
}

export const NOTHING: Readonly<Record<WorkAnswer["kind"], string>> = {
  "import-casebook": "Nothing of it was taken over.",
  "export-casebook": "No file was made.",
  command: "Nothing was changed.",
  backup: "The backups before it are as they were.",
};

interface RefusedProps {
  /** What it left as it was, where the detail does not say so. */
  readonly nothing: string;
  readonly name: string;
  readonly detail: string;
  readonly problems: readonly { readonly path: string; readonly message: string }[];
}

/** Why nothing came of it, by the places that are wrong. */
export function RefusedView({ nothing, name, detail, problems }: RefusedProps) {
  return (
    <div role="alert" className="border-l-4 border-brick bg-brick-pale px-3 py-2">
      <p className="font-semibold">
        {name}: {problems.length ? "It has mistakes." : detail} {nothing}
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
