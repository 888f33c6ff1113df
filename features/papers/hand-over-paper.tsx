import { WAITING_WORDS } from "@/core/entries";
import { dayText } from "@/core/day";
import { minutesText, percentText } from "@/features/shared/format";
import { Part, type PaperProps } from "./paper-part";

const SUSPECTS = 6;
const KNOWN: ReadonlySet<string> = new Set([
  "confirmed",
  "scan",
  "cleared",
  "test",
  "part",
  "part-result",
  "check-off",
  "proof",
]);

/** For whoever takes it over: what is known, which roads are closed and by what, what comes next, what is still bridged. */
export function HandOverPaper({ sheet }: PaperProps) {
  const { job, facts, symptoms, findingText, map, advice, trail, spent } = sheet;
  const bridged = (facts.bypasses ?? []).filter(({ removed }) => !removed);
  const closed = map.roads.filter(({ state }) => state === "closed");
  const open = map.roads.filter(({ state }) => state === "open").slice(0, SUSPECTS);
  const known = trail.filter(({ kind, correctedBy }) => KNOWN.has(kind) && correctedBy === null);
  const [next] = advice.next;
  const why = trail.findLast(({ kind }) => kind === "finding" || kind === "handed")?.text;
  return (
    <>
      {bridged.length > 0 && (
        <p role="note" className="border-2 border-ink px-3 py-2 font-semibold">
          Still bridged: {bridged.map(({ what }) => what).join("; ")}. It comes out before the vehicle leaves.
        </p>
      )}
      <Part title="Complaint">
        <p>“{job.complaint}”</p>
        {symptoms.length > 0 && <p>{symptoms.join("; ")}.</p>}
        {facts.codes.length > 0 && (
          <p className="mono">{facts.codes.map(({ code, status }) => `${code} ${status}`).join(", ")}</p>
        )}
      </Part>
      <Part title="What is known">
        {known.length === 0 && <p>Nothing was tested yet.</p>}
        <ul>
          {known.map(({ seq, kind, text, details, mark, by }) => (
            <li key={seq} className="border-b border-rule py-1">
              {text} <span className="font-semibold">{mark}</span> <span className="text-sm">({by})</span>
              {kind === "part" &&
                details.map((line) => (
                  <span key={line} className="block text-sm">
                    {line}
                  </span>
                ))}
            </li>
          ))}
        </ul>
        {(findingText ?? why) && <p className="mt-1">{why ?? findingText}</p>}
      </Part>
      <Part title="Roads that are closed">
        {closed.length === 0 && <p>None yet.</p>}
        <ul>
          {closed.map(({ key, name, closedText }) => (
            <li key={key}>
              {name}
              {closedText ? `: ${closedText.replace(/^closed: /, "")}` : ""}
            </li>
          ))}
        </ul>
      </Part>
      <Part title="Still open">
        <ul>
          {open.map(({ key, name, p }) => (
            <li key={key}>
              <span className="mono">{percentText(p)}</span> {name}
            </li>
          ))}
        </ul>
      </Part>
      <Part title="Next">
        {facts.waiting && (
          <p>
            {WAITING_WORDS[facts.waiting.for]}: {facts.waiting.what}
            {facts.waiting.due ? `, due ${dayText(facts.waiting.due)}` : ""}.
          </p>
        )}
        <p>{next ? `${next.title}, ${minutesText(next.minutes)}.` : "The book has nothing more to offer."}</p>
        <p className="text-sm">
          Spent: {minutesText(sheet.minutes)}, of it {minutesText(spent.deadEndMinutes)} in vain.
        </p>
      </Part>
    </>
  );
}
