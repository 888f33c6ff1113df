"use client";

import { minutesText } from "@/features/shared/format";
import { Field, TextInput } from "@/ui/form";
import { useJobPage } from "../job-context";

interface OnJudgementProps {
  readonly component: string;
  readonly judgement: string | null;
  readonly onChange: (judgement: string | null) => void;
}

/** Where no test points to the part, it says before what the best test would cost; it can be fitted all the same. */
export function OnJudgement({ component, judgement, onChange }: OnJudgementProps) {
  const { pointedAt, advice } = useJobPage().sheet;
  if (!component || pointedAt.includes(component)) return null;
  const test = advice.next.find((action) => action.kind === "test");
  return (
    <div className="border-l-4 border-ochre bg-ochre-pale px-3 py-2">
      <p>
        No test on this job points to it.
        {test && (
          <>
            {" "}
            “{test.title}”, {minutesText(test.minutes)}, tells more first.
          </>
        )}
      </p>
      <Field name="work.judgement" label="Fitted on judgement" hint="why, in a few words" className="mt-2">
        <TextInput value={judgement ?? ""} maxLength={400} onChange={(event) => onChange(event.target.value || null)} />
      </Field>
    </div>
  );
}
