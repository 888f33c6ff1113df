import { dayText } from "@/core/day";
import { Part, type PaperProps } from "./paper-part";
import { PartLines } from "./part-lines";

/** How far it was proved, in words that need no workshop. */
const PROVED = [
  "Nothing has proved the repair yet.",
  "It was tried before it was closed up.",
  "The test that failed before the repair passes now.",
  "The fault memory was cleared and has stayed clear.",
  "It was driven under the conditions that you told us, and the fault did not show.",
  "It has held since: we asked.",
] as const;

/** Plain words: what was told, what was found, what was done, how far it is proved, what is still open. */
export function CustomerPaper({ sheet }: PaperProps) {
  const { job, facts, symptoms, findingText, proof, rung, cameBack, askOn, trail, words, codeMeanings } = sheet;
  const told = trail.findLast(({ kind, details }) => kind === "finding" && details.length)?.details ?? [];
  const left = facts.finding?.left ?? [];
  const label = (kind: string, key: string) =>
    kind === "code"
      ? `${key}, ${codeMeanings.find(({ code }) => code === key)?.meaning.toLowerCase() ?? ""}`
      : (words.symptoms.find((word) => word.key === key)?.label ?? key);
  const isCause = facts.finding?.result === "root-cause";
  const driven = trail.filter(({ kind, mark }) => kind === "proof" && mark === "holds").at(-1);
  return (
    <>
      <Part title="What you told us">
        <p>“{job.complaint}”</p>
        {symptoms.length > 0 && <p>{symptoms.join("; ")}.</p>}
      </Part>
      <Part title="What we found">
        <p>{findingText?.replace(/^Root cause: /, "") ?? "We are still looking."}</p>
        {told.map((line) => (
          <p key={line}>{line.replace(/^To the customer: /, "")}</p>
        ))}
      </Part>
      <Part title="What was done">
        <PartLines sheet={sheet} all={false} />
      </Part>
      {isCause && (
        <Part title="How we know that it is gone">
          <p>{cameBack ? "The fault has come back: it is not solved." : PROVED[rung]}</p>
          {proof.sameTest?.passes && (
            <p>
              Before: {proof.sameTest.before}. After: {proof.sameTest.after}.
            </p>
          )}
          {driven && <p>{driven.text}.</p>}
        </Part>
      )}
      {left.length > 0 && (
        <Part title="Not part of this repair">
          <ul>
            {left.map(({ kind, key, state }) => (
              <li key={key}>
                {label(kind, key)}: {LEFT[state]}
              </li>
            ))}
          </ul>
        </Part>
      )}
      {askOn && (
        <Part title="Afterwards">
          <p>
            We will ask on {dayText(askOn)} whether it has held. If it shows again before, note the speed, how warm it
            was, and what you were doing, and call us.
          </p>
        </Part>
      )}
    </>
  );
}

const LEFT = { open: "still open", deferred: "put off, as agreed", refused: "not wanted, as you told us" } as const;
