"use client";

import { Button } from "@/ui/button";
import { Section } from "@/ui/section";
import { useJobPage, useMay } from "./job-context";

/** Known cases in which what is complained of is no fault: before anything is taken apart. */
export function IsItAFault() {
  const { sheet, open } = useJobPage();
  const mayRecord = useMay("job.record");
  if (sheet.designed.length === 0) return null;
  return (
    <Section title="Is it a fault at all?" aside="it may work as designed">
      <ul>
        {sheet.designed.map((each, at) => (
          <li key={each.from + each.what} className="flex flex-col gap-1 border-b border-rule py-2">
            <p>
              {each.what} <span className="text-sm text-ink-soft">({each.from})</span>
            </p>
            {each.checkBy && <p className="text-sm">How to tell: {each.checkBy}</p>}
            {mayRecord && (
              <Button
                look="quiet"
                className="self-start"
                aria-label={`It works as designed: ${each.what}`}
                onClick={() => open({ kind: "finding", designed: at })}
              >
                It works as designed
              </Button>
            )}
          </li>
        ))}
      </ul>
    </Section>
  );
}
