"use client";

import { useState } from "react";
import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import { Button } from "@/ui/button";
import { Field, Form, TextArea, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { Section } from "@/ui/section";

/** Says what a code means in this shop, for one make or for all; an entry that is there is replaced. */
export function AddCode({ code: asked }: { readonly code: string }) {
  const { send, busy, problems, message } = useCommand(commandPath("describe-code"));
  const notify = useNotify();
  const [code, setCode] = useState(asked);
  const [make, setMake] = useState("");
  const [meaning, setMeaning] = useState("");
  const [note, setNote] = useState("");
  const submit = async () => {
    if (!(await send({ code, make, meaning, note }))) return;
    notify(`${code.toUpperCase()}: saved`);
    setMeaning("");
    setNote("");
  };
  return (
    <Section title="Add or correct one">
      <Form problems={problems} onSubmit={submit} className="grid gap-4 pt-3 sm:grid-cols-[8rem_12rem_1fr]">
        <Field name="code" label="Code">
          <TextInput
            value={code}
            onChange={(event) => setCode(event.target.value)}
            maxLength={8}
            className="mono uppercase"
          />
        </Field>
        <Field name="make" label="Make">
          <TextInput value={make} onChange={(event) => setMake(event.target.value)} placeholder="every make" />
        </Field>
        <Field name="meaning" label="Meaning">
          <TextInput value={meaning} onChange={(event) => setMeaning(event.target.value)} />
        </Field>
        <Field name="note" label="Note" hint="optional: what you learnt" className="sm:col-span-3">
          <TextArea rows={2} value={note} onChange={(event) => setNote(event.target.value)} />
        </Field>
        <Button type="submit" look="main" busy={busy} className="self-start">
          Save
        </Button>
        <div className="sm:col-span-2">
          <CommandMessage message={message} />
        </div>
      </Form>
    </Section>
  );
}
