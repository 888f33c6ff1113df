"use client";

import { useState, type ChangeEvent } from "react";
import { MOST_REPORT_LETTERS, readScanReport, reportRefusalText, type ScanReport } from "@/core/scan";
import { Button } from "@/ui/button";
import { Field } from "@/ui/form";
import { LongText } from "@/ui/long-text";

interface ReportFieldProps {
  readonly jobVin: string | null;
  readonly onTake: (report: ScanReport) => void;
}

/** A scan tool's report, pasted or from a file: what was understood is shown before any of it is taken over. */
export function ReportField({ jobVin, onTake }: ReportFieldProps) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const result = text.trim() ? readScanReport(text) : null;
  const readFile = async ({ target }: ChangeEvent<HTMLInputElement>) => {
    const file = target.files?.[0];
    if (!file) return;
    // One byte more than the limit is enough to know that it is too long.
    setText(await file.slice(0, MOST_REPORT_LETTERS + 1).text());
    setProblem(null);
  };
  const take = () => {
    if (!result) return;
    if (!result.ok) return setProblem(reportRefusalText(result.refusal));
    onTake(result.report);
    setText("");
    setOpen(false);
  };
  if (!open)
    return (
      <Button className="self-start" onClick={() => setOpen(true)}>
        From a scan report
      </Button>
    );
  return (
    <div className="flex flex-col gap-3 border-l-4 border-rule-strong pl-3">
      <Field name="report" label="Paste the report" hint="text, CSV or JSON">
        <LongText rows={4} value={text} onText={setText} className="mono" />
      </Field>
      <label className="flex flex-col gap-1">
        <span className="font-medium">or open its file</span>
        <input type="file" accept=".txt,.csv,.json,text/*,application/json" onChange={readFile} className="min-h-11" />
      </label>
      {result?.ok && <Understood report={result.report} jobVin={jobVin} />}
      {result && !result.ok && <p className="font-medium text-brick">{reportRefusalText(result.refusal)}</p>}
      {problem && <p className="font-medium text-brick">{problem}</p>}
      <div className="flex gap-3">
        <Button look="main" disabled={!result?.ok} onClick={take}>
          Take it over
        </Button>
        <Button onClick={() => setOpen(false)}>Leave it</Button>
      </div>
    </div>
  );
}

function Understood({ report, jobVin }: { readonly report: ScanReport; readonly jobVin: string | null }) {
  const { codes, modules, vin, unclear } = report;
  return (
    <div role="status" className="text-sm">
      <p>
        {codes.length === 1 ? "1 code" : `${codes.length} codes`}:{" "}
        <span className="mono">{codes.map(({ code, status }) => `${code} ${status}`).join(", ") || "none"}</span>
      </p>
      <p>Modules: {modules.join(", ") || "none named"}</p>
      {vin && jobVin && vin !== jobVin && (
        <p className="font-semibold text-brick">
          The report is of another vehicle: its VIN is <span className="mono">{vin}</span>, this job’s is{" "}
          <span className="mono">{jobVin}</span>.
        </p>
      )}
      {unclear.length > 0 && (
        <>
          <p className="mt-1 font-medium text-ochre-ink">Not understood, look yourself:</p>
          <ul className="list-disc pl-5">
            {unclear.map(({ line, text }) => (
              <li key={line}>
                line {line}: <span className="mono">{text}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
