"use client";

import { useState } from "react";
import { REPORT_SAYS, REPORT_SOURCES } from "@/core/known-failures";
import { upperFirst } from "@/core/words";
import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import { Button } from "@/ui/button";
import { ChooseOne } from "@/ui/choices";
import { Field, Form, OtherProblems, TextArea, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { Unfold } from "@/ui/unfold";
import { SAYS_WORDS, SOURCE_WORDS } from "./words";

interface SaidProps {
  readonly knownKey: string;
}

/** A note beside it. */
export function NoteForm({ knownKey }: SaidProps) {
  const { send, busy, problems, message } = useCommand(commandPath("note-known-failure"));
  const notify = useNotify();
  const [text, setText] = useState("");
  const submit = async () => {
    if (!(await send({ key: knownKey, text }))) return;
    setText("");
    notify("Noted");
  };
  return (
    <Unfold title="Add a note">
      <Form problems={problems} onSubmit={() => void submit()} className="flex max-w-xl flex-col gap-2 py-2">
        <Field name="text" label="Note">
          <TextArea rows={2} value={text} onChange={(event) => setText(event.target.value)} />
        </Field>
        <CommandMessage message={message} />
        <Button type="submit" busy={busy} disabled={!text.trim()} className="self-start">
          Save the note
        </Button>
      </Form>
    </Unfold>
  );
}

const EMPTY = { source: "customer" as string, says: "failed" as string, count: "1", of: "1", text: "" };

/** What somebody tells who is no job here. */
export function ReportForm({ knownKey }: SaidProps) {
  const { send, busy, problems, message } = useCommand(commandPath("report-known-failure"));
  const notify = useNotify();
  const [draft, setDraft] = useState(EMPTY);
  const set = (part: Partial<typeof EMPTY>) => setDraft((now) => ({ ...now, ...part }));
  const whole = (text: string) => (/^\d+$/.test(text.trim()) ? Number(text) : text);
  const submit = async () => {
    const { source, says, count, of, text } = draft;
    if (!(await send({ key: knownKey, source, says, count: whole(count), of: whole(of), text }))) return;
    setDraft(EMPTY);
    notify("Noted");
  };
  return (
    <Unfold title="Somebody reports it">
      <Form problems={problems} onSubmit={() => void submit()} className="flex max-w-xl flex-col gap-3 py-2">
        <ChooseOne
          label="Who tells it"
          value={draft.source}
          onChange={(source) => set({ source })}
          choices={REPORT_SOURCES.map((each) => ({ value: each, label: upperFirst(SOURCE_WORDS[each]) }))}
        />
        <ChooseOne
          label="What is told"
          value={draft.says}
          onChange={(says) => set({ says })}
          choices={REPORT_SAYS.map((each) => ({ value: each, label: upperFirst(SAYS_WORDS[each]) }))}
        />
        <div className="flex gap-4">
          <Field name="count" label="Vehicles">
            <TextInput
              value={draft.count}
              inputMode="numeric"
              className="mono max-w-24"
              onChange={(event) => set({ count: event.target.value })}
            />
          </Field>
          <Field name="of" label="Of so many asked">
            <TextInput
              value={draft.of}
              inputMode="numeric"
              className="mono max-w-24"
              onChange={(event) => set({ of: event.target.value })}
            />
          </Field>
        </div>
        <Field name="text" label="In their words" hint="optional">
          <TextArea rows={2} value={draft.text} onChange={(event) => set({ text: event.target.value })} />
        </Field>
        <CommandMessage message={message} />
        <OtherProblems known={["count", "of", "text"]} />
        <Button type="submit" busy={busy} className="self-start">
          Save the report
        </Button>
      </Form>
    </Unfold>
  );
}
