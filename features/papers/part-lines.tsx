import { companionText, PART_SOURCE_WORDS } from "@/core/entries";
import { partsAsTheyStand } from "@/core/job";
import type { RepairWork } from "@/core/repair";
import { moneyText } from "@/features/shared/format";
import type { JobSheet } from "@/server/views/job-sheet";

interface PartLinesProps {
  readonly sheet: JobSheet;
  /** Those that were in vain as well, with what each cost. */
  readonly all: boolean;
}

/** The parts of a job, one a line. */
export function PartLines({ sheet: { facts, words }, all }: PartLinesProps) {
  const parts = partsAsTheyStand(facts).filter(({ result }) => all || result !== "no-change");
  if (!parts.length) return <p>No part was fitted.</p>;
  const name = (key: string) => words.components.find((word) => word.key === key)?.label ?? key;
  return (
    <table className="w-full">
      <tbody>
        {parts.map(({ seq, component, place, partNumber, source, cost, result, getHome, work }) => (
          <tr key={seq} className="border-b border-rule align-top">
            <td className="py-1 pr-3 font-medium">
              {name(component)}
              {place ? `, ${place}` : ""}
            </td>
            <td className="mono py-1 pr-3">{partNumber ?? ""}</td>
            <td className="py-1 pr-3">
              {getHome ? "only to get home" : PART_SOURCE_WORDS[source]}
              {all && result === "no-change" ? "; changed nothing" : ""}
              {all && work && <WorkLines work={work} />}
            </td>
            {all && <td className="mono py-1 text-right">{moneyText(cost)}</td>}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What went with it, values with where they are from: one that nobody can answer for is marked on paper too. */
function WorkLines({ work: { revision, values, improved, checkOffs } }: { readonly work: RepairWork }) {
  const lines = [
    ...(revision ? [`revision ${revision}`] : []),
    ...values.map(({ place, name, value }) => `${place ? `${place}, ` : ""}${name} ${value}`),
    ...(improved ? [`improved part, known by ${improved}`] : []),
    ...checkOffs.map((each) => `${companionText(each)}${each.done ? "" : ": not done"}`),
  ];
  return lines.map((line) => (
    <span key={line} className="block text-sm">
      {line}
    </span>
  ));
}
