"use client";

import { CommandMessage } from "@/features/shared/command-message";
import { useKeptForm } from "@/features/shared/kept-form";
import { commandPath } from "@/features/shared/send-command";
import { TypedBefore } from "@/features/shared/typed-before";
import { useCommand } from "@/features/shared/use-command";
import { Button } from "@/ui/button";
import { Field, Form, TextArea, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { Section } from "@/ui/section";

/** Says what a code means in this shop, for one make or for all; an entry that is there is replaced. */
export function AddCode({ code: asked }: { readonly code: string }) {
  const { send, busy, problems, message } = useCommand(commandPath("describe-code"));
  const notify = useNotify();
  const form = useKeptForm("code", { code: asked, make: "", meaning: "", note: "" });
  const { code, make, meaning, note } = form.values;
  const submit = async () => {
    if (!(await send({ code, make, meaning, note }))) return;
    notify(`${code.toUpperCase()}: saved`);
    form.forget();
  };
  return (
    <Section title="Add or correct one">
      <Form problems={problems} onSubmit={submit} className="grid gap-4 pt-3 sm:grid-cols-[8rem_12rem_1fr]">
        <div className="sm:col-span-full empty:hidden">
          <TypedBefore form={form} />
        </div>
        <Field name="code" label="Code">
          <TextInput
            {...form.text("code")}

            maxLength={8}
            className="mono uppercase"
          />
        </Field>
        <Field name="make" label="Make">
          <TextInput {...form.text("make")} placeholder="every make" />
        </Field>
        <Field name="meaning" label="Meaning">
          <TextInput {...form.text("meaning")} />
        </Field>
        <Field name="note" label="Note" hint="optional: what you learnt" className="sm:col-span-3">
          <TextArea rows={2} {...form.text("note")} />
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
