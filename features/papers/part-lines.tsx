import { PART_SOURCE_WORDS } from "@/core/entries";
import { partsAsTheyStand } from "@/core/job";
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
        {parts.map(({ seq, component, place, partNumber, source, cost, result, getHome }) => (
          <tr key={seq} className="border-b border-rule align-top">
            <td className="py-1 pr-3 font-medium">
              {name(component)}
              {place ? `, ${place}` : ""}
            </td>
            <td className="mono py-1 pr-3">{partNumber ?? ""}</td>
            <td className="py-1 pr-3">
              {getHome ? "only to get home" : PART_SOURCE_WORDS[source]}
              {all && result === "no-change" ? "; changed nothing" : ""}
            </td>
            {all && <td className="mono py-1 text-right">{moneyText(cost)}</td>}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
