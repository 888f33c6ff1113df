"use client";

import type { JobSheet } from "@/server/views/job-sheet";
import { Button } from "@/ui/button";
import { useJobPage, useMay } from "./job-context";
import { useJobCommand } from "./use-job-command";

const MOST_QUESTIONS = 3;

type Sheet = Pick<JobSheet, "facts" | "knownFor">;

/** Of what tells the known failures of such vehicles from what they are taken for, what bears on the complaint and nobody has answered yet. */
export function openLookAlikes({ facts, knownFor }: Sheet) {
  const told = new Set(facts.symptoms.flatMap(({ conditions, denied = [] }) => [...conditions, ...denied]));
  const done = new Set(facts.tests.map(({ procedure }) => procedure));
  return knownFor
    .flatMap(({ title, symptoms, lookAlikes }) => {
      const symptom = facts.symptoms.find(({ key }) => symptoms.includes(key));
      return symptom ? lookAlikes.map((each) => ({ ...each, title, symptom: symptom.key })) : [];
    })
    .filter(
      ({ thisIf, otherIf, procedure }) =>
        !(thisIf && told.has(thisIf)) && !(otherIf && told.has(otherIf)) && !(procedure && done.has(procedure)),
    )
    .slice(0, MOST_QUESTIONS);
}

interface LookAlikeQuestionsProps {
  readonly questions: ReturnType<typeof openLookAlikes>;
}

/** What tells a known failure from what it is taken for: a question whose answer is a condition, or a test. */
export function LookAlikeQuestions({ questions }: LookAlikeQuestionsProps) {
  const { sheet, open } = useJobPage();
  const command = useJobCommand("record-symptoms", "Noted");
  const mayRecord = useMay("job.record");
  return (
    <ul>
      {questions.map(({ title, otherName, question, thisIf, otherIf, procedure, symptom }) => {
        const answer = (yes: string | null, no: string | null) =>
          command.save({ symptoms: [{ key: symptom, conditions: yes ? [yes] : [], denied: no ? [no] : [] }] });
        return (
          <li key={title + question} className="border-b border-rule py-1.5">
            <p className="font-medium">{question}</p>
            <div className="flex flex-wrap gap-x-3">
              {thisIf && (
                <Button
                  look="quiet"
                  className="-ml-2 text-sm"
                  disabled={command.busy}
                  onClick={() => answer(thisIf, otherIf)}
                >
                  {labelOf(sheet.words.conditions, thisIf)}
                </Button>
              )}
              {otherIf && (
                <Button
                  look="quiet"
                  className="text-sm"
                  disabled={command.busy}
                  onClick={() => answer(otherIf, thisIf)}
                >
                  {labelOf(sheet.words.conditions, otherIf)}
                </Button>
              )}
              {procedure && mayRecord && (
                <Button
                  look="quiet"
                  className="text-sm"
                  aria-label={`Or test it: ${otherName}`}
                  onClick={() => open({ kind: "test", procedure })}
                >
                  Or test it
                </Button>
              )}
            </div>
            <p className="text-sm text-ink-soft">
              {title}, or {otherName.toLowerCase()}
            </p>
          </li>
        );
      })}
    </ul>
  );
}

const labelOf = (conditions: readonly { readonly key: string; readonly label: string }[], key: string) =>
  conditions.find((each) => each.key === key)?.label ?? key;
