"use client";

import { CommandMessage } from "@/features/shared/command-message";
import { Button } from "@/ui/button";
import { Section } from "@/ui/section";
import { useJobPage, useMay } from "./job-context";
import { LookAlikeQuestions, openLookAlikes } from "./look-alike-questions";
import { useJobCommand } from "./use-job-command";

/** The conditions whose answers would move the odds most, to be asked and tapped while the customer stands there. */
export function Questions() {
  const { sheet } = useJobPage();
  const mayAsk = useMay("job.complaint");
  const command = useJobCommand("record-symptoms", "Noted");
  const symptom = sheet.facts.symptoms[0]?.key;
  const lookAlikes = openLookAlikes(sheet);
  if (!mayAsk || !symptom || sheet.facts.closed || (!sheet.questions.length && !lookAlikes.length)) return null;
  const answer = (condition: string, yes: boolean) =>
    command.save({
      symptoms: [{ key: symptom, conditions: yes ? [condition] : [], denied: yes ? [] : [condition] }],
    });
  return (
    <Section title="Ask the customer" aside="what would move the odds most">
      {lookAlikes.length > 0 && <LookAlikeQuestions questions={lookAlikes} />}
      {sheet.questions.length > 0 && (
        <ul>
          {sheet.questions.map(({ condition, label }) => (
            <li key={condition} className="flex items-center gap-2 border-b border-rule py-1">
              <span className="grow">{label}?</span>
              <Button
                look="quiet"
                aria-label={`Yes: ${label}`}
                disabled={command.busy}
                onClick={() => answer(condition, true)}
              >
                Yes
              </Button>
              <Button
                look="quiet"
                aria-label={`No: ${label}`}
                disabled={command.busy}
                onClick={() => answer(condition, false)}
              >
                No
              </Button>
            </li>
          ))}
        </ul>
      )}
      <CommandMessage message={command.message} meanwhile={command.meanwhile} />
    </Section>
  );
}
