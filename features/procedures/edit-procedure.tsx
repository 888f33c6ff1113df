"use client";

import { useState } from "react";
import type { Procedure } from "@/core/diagnosis";
import { readNumber } from "@/core/measure";
import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field, Form, OtherProblems, TextArea, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";

interface EditProcedureProps {
  readonly procedure: Procedure;
  readonly onClose: () => void;
}

const linesOf = (text: string) =>
  text
    .split("\n")
    .map((line) => line.trim())
    .filter(Boolean);

/** Rewrites how a procedure is done; jobs keep the version that they used. */
export function EditProcedure({ procedure, onClose }: EditProcedureProps) {
  const { send, busy, problems, message } = useCommand(commandPath("change-procedure"));
  const notify = useNotify();
  const [title, setTitle] = useState(procedure.title);
  const [question, setQuestion] = useState(procedure.question);
  const [place, setPlace] = useState(procedure.place);
  const [minutes, setMinutes] = useState(String(procedure.minutes));
  const [lists, setLists] = useState({
    cautions: procedure.cautions.join("\n"),
    preconditions: procedure.preconditions.join("\n"),
    steps: procedure.steps.join("\n"),
    tools: procedure.tools.join("\n"),
  });
  const submit = async () => {
    const saved = await send({
      ...{ key: procedure.key, version: procedure.version, title, question, place },
      minutes: readNumber(minutes) ?? minutes,
      ...Object.fromEntries(Object.entries(lists).map(([name, text]) => [name, linesOf(text)])),
    });
    if (!saved) return;
    notify(`Saved as version ${procedure.version + 1}`);
    onClose();
  };
  const list = (name: keyof typeof lists, label: string) => (
    <Field name={name} label={label} hint="one a line">
      <TextArea rows={3} value={lists[name]} onChange={(event) => setLists({ ...lists, [name]: event.target.value })} />
    </Field>
  );
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Change the procedure"
      lead="Jobs that used it keep the version they used."
    >
      <Form problems={problems} onSubmit={submit} className="flex flex-col gap-4">
        <Field name="title" label="Title">
          <TextInput value={title} onChange={(event) => setTitle(event.target.value)} />
        </Field>
        <Field name="question" label="The question it answers">
          <TextInput value={question} onChange={(event) => setQuestion(event.target.value)} />
        </Field>
        <Field name="place" label="Where">
          <TextInput value={place} onChange={(event) => setPlace(event.target.value)} />
        </Field>
        <Field name="minutes" label="Minutes of work" className="max-w-40">
          <TextInput
            value={minutes}
            onChange={(event) => setMinutes(event.target.value)}
            inputMode="decimal"
            className="mono"
          />
        </Field>
        {list("cautions", "Cautions")}
        {list("preconditions", "Before it starts")}
        {list("steps", "Steps")}
        {list("tools", "Tools")}
        <CommandMessage message={message} />
        <OtherProblems
          known={["title", "question", "place", "minutes", "cautions", "preconditions", "steps", "tools"]}
        />
        <div className="sticky -bottom-4 -mb-4 flex gap-3 border-t border-rule bg-paper py-3">
          <Button type="submit" look="main" busy={busy} className="grow">
            Save
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </Form>
    </Dialog>
  );
}
