"use client";

import type { FoundCause, Reason } from "@/core/job";
import { ChooseOne } from "@/ui/choices";
import { Field, TextInput } from "@/ui/form";
import { useJobPage } from "../job-context";

const CHOICES = [
  { value: "found", label: "Found" },
  { value: "not-found", label: "Looked for, not found" },
  { value: "not-looked", label: "Not looked for" },
] as const;

interface ReasonFieldProps {
  readonly at: number;
  readonly cause: FoundCause;
  readonly problem: string | null;
  readonly onChange: (reason: Reason) => void;
}

/**
 * What made a part fail. A fuse, a burnt pin or the same part again has failed for a reason of its own: there it has to be said, elsewhere it may be.
 */
export function ReasonField({ at, cause, problem, onChange }: ReasonFieldProps) {
  const { words, asksReason } = useJobPage().sheet;
  const { component, failure, reason = null } = cause;
  const isAsked = asksReason.components.includes(component) || asksReason.failures.includes(failure);
  const name = words.components.find(({ key }) => key === component)?.label ?? component;
  return (
    <Field
      name={`causes[${at}].reason`}
      label={`What made it fail: ${name}`}
      hint={isAsked ? "such a part hardly fails by itself" : "optional"}
    >
      <div className="flex flex-col gap-2">
        <ChooseOne
          label={`What made it fail: ${name}`}
          value={reason?.state ?? null}
          onChange={(state) => {
            const chosen = CHOICES.find(({ value }) => value === state);
            if (chosen) onChange({ state: chosen.value, text: reason?.text ?? "" });
          }}
          choices={CHOICES}
        />
        {reason && reason.state !== "not-looked" && (
          <TextInput
            aria-label="What it was, or where it was looked for"
            placeholder={reason.state === "found" ? "what it was" : "where it was looked for"}
            value={reason.text}
            onChange={(event) => onChange({ ...reason, text: event.target.value })}
          />
        )}
        {problem && <span className="text-sm font-medium text-brick">{problem}</span>}
      </div>
    </Field>
  );
}
