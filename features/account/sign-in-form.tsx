"use client";

import { CommandMessage } from "@/features/shared/command-message";
import { fullLoad } from "@/features/shared/full-load";
import { useKeptForm } from "@/features/shared/kept-form";
import { useCommand } from "@/features/shared/use-command";
import { Button } from "@/ui/button";
import { Field, Form, TextInput } from "@/ui/form";
import { FrontPage } from "./front-page";

export function SignInForm() {
  const { send, busy, problems, message } = useCommand("/api/v1/session");
  const form = useKeptForm("sign in", { name: "", passphrase: "" }, ["passphrase"]);
  const { name, passphrase } = form.values;
  const submit = async () => {
    if (await send({ name, passphrase })) fullLoad("/");
  };
  return (
    <FrontPage title="Sign in" lead="With the name your lead gave you.">
      <Form problems={problems} onSubmit={submit} className="flex flex-col gap-4">
        <CommandMessage message={message} />
        <Field name="name" label="Name">
          <TextInput {...form.text("name")} autoComplete="username" autoFocus />
        </Field>
        <Field name="passphrase" label="Passphrase">
          <TextInput
            type="password"
            {...form.text("passphrase")}

            autoComplete="current-password"
          />
        </Field>
        <Button type="submit" look="main" busy={busy}>
          Sign in
        </Button>
      </Form>
    </FrontPage>
  );
}
