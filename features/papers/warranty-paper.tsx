import { minutesText, moneyText } from "@/features/shared/format";
import { Part, type PaperProps } from "./paper-part";
import { PartLines } from "./part-lines";

const EVIDENCE: ReadonlySet<string> = new Set(["scan", "cleared", "test", "confirmed", "proof", "second-look"]);

/** For whoever pays: codes, readings, part numbers, minutes. */
export function WarrantyPaper({ sheet, site }: PaperProps) {
  const { job, facts, findingText, trail, spent, codeMeanings } = sheet;
  const evidence = trail.filter(({ kind, correctedBy }) => EVIDENCE.has(kind) && correctedBy === null);
  const money = (amount: number) => moneyText({ amount, currency: site.currency });
  const rows = [
    ["Looking and testing", minutesText(spent.toCauseMinutes), ""],
    ["In vain", minutesText(spent.deadEndMinutes), money(spent.partsInVain)],
    ["Repair", minutesText(spent.repairMinutes), money(spent.parts)],
    ["Proof", minutesText(spent.proofMinutes), ""],
    ["In all", minutesText(sheet.minutes), money(spent.parts + spent.partsInVain)],
  ] as const;
  return (
    <>
      <Part title="Complaint">
        <p>“{job.complaint}”</p>
      </Part>
      <Part title="Fault codes">
        {facts.codes.length === 0 && <p>None.</p>}
        <ul>
          {facts.codes.map(({ code, module, status }) => (
            <li key={`${code} ${module}`}>
              <span className="mono">{code}</span> {codeMeanings.find((each) => each.code === code)?.meaning}; {status}
              {module ? `, ${module}` : ""}
            </li>
          ))}
        </ul>
      </Part>
      <Part title="Readings and proof, in their order">
        {evidence.length === 0 && <p>Nothing was measured.</p>}
        <ol>
          {evidence.map(({ seq, text, details, by }) => (
            <li key={seq} className="border-b border-rule py-1">
              {text} <span className="text-sm">({by})</span>
              {details.map((line) => (
                <span key={line} className="block text-sm">
                  {line}
                </span>
              ))}
            </li>
          ))}
        </ol>
      </Part>
      <Part title="Cause">
        <p>{findingText ?? "Not named yet."}</p>
      </Part>
      <Part title="Parts">
        <PartLines sheet={sheet} all />
      </Part>
      <Part title="Minutes and parts">
        <table className="w-full max-w-md">
          <tbody>
            {rows.map(([what, minutes, cost]) => (
              <tr key={what} className="border-b border-rule last:font-semibold">
                <td className="py-1">{what}</td>
                <td className="mono py-1 text-right">{minutes}</td>
                <td className="mono py-1 text-right">{cost}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Part>
    </>
  );
}
