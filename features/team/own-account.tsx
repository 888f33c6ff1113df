"use client";

import { CommandMessage } from "@/features/shared/command-message";
import { fullLoad } from "@/features/shared/full-load";
import { useKeptForm } from "@/features/shared/kept-form";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import { Button } from "@/ui/button";
import { Field, Form, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { Section } from "@/ui/section";

export function OwnAccount({ name, role }: { readonly name: string; readonly role: string }) {
  const change = useCommand(commandPath("change-passphrase"));
  const leave = useCommand(commandPath("sign-out-everywhere"));
  const notify = useNotify();
  const form = useKeptForm("own passphrase", { current: "", passphrase: "" }, ["current", "passphrase"]);
  const { current, passphrase } = form.values;
  const submit = async () => {
    if (!(await change.send({ current, passphrase }))) return;
    notify("Your passphrase is changed");
    form.forget();
  };
  const leaveEverywhere = async () => {
    if (await leave.send({})) fullLoad("/sign-in");
  };
  return (
    <Section title="Your account" aside={`${name} · ${role}`}>
      <Form problems={change.problems} onSubmit={submit} className="grid gap-4 pt-3 sm:grid-cols-2">
        <Field name="current" label="Passphrase now">
          <TextInput
            type="password"
            {...form.text("current")}

            autoComplete="current-password"
          />
        </Field>
        <Field name="passphrase" label="New passphrase">
          <TextInput
            type="password"
            {...form.text("passphrase")}

            autoComplete="new-password"
          />
        </Field>
        <div className="flex flex-wrap gap-3 sm:col-span-2">
          <Button type="submit" look="main" busy={change.busy}>
            Change it
          </Button>
          <Button look="warn" onClick={leaveEverywhere} busy={leave.busy}>
            Sign out on every device
          </Button>
        </div>
        <CommandMessage message={change.message ?? leave.message} />
      </Form>
    </Section>
  );
}
