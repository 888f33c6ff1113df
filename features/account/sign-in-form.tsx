"use client";

import { useState } from "react";
import { CommandMessage } from "@/features/shared/command-message";
import { fullLoad } from "@/features/shared/full-load";
import { useCommand } from "@/features/shared/use-command";
import { Button } from "@/ui/button";
import { Field, Form, TextInput } from "@/ui/form";
import { FrontPage } from "./front-page";

export function SignInForm() {
  const { send, busy, problems, message } = useCommand("/api/v1/session");
  const [name, setName] = useState("");
  const [passphrase, setPassphrase] = useState("");
  const submit = async () => {
    if (await send({ name, passphrase })) fullLoad("/");
  };
  return (
    <FrontPage title="Sign in" lead="With the name your lead gave you.">
      <Form problems={problems} onSubmit={submit} className="flex flex-col gap-4">
        <CommandMessage message={message} />
        <Field name="name" label="Name">
          <TextInput value={name} onChange={(event) => setName(event.target.value)} autoComplete="username" autoFocus />
        </Field>
        <Field name="passphrase" label="Passphrase">
          <TextInput
            type="password"
            value={passphrase}
            onChange={(event) => setPassphrase(event.target.value)}
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
