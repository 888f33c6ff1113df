"use client";

import { useState } from "react";
import { CommandMessage } from "@/features/shared/command-message";
import { useKeptForm } from "@/features/shared/kept-form";
import { commandPath } from "@/features/shared/send-command";
import { TypedBefore } from "@/features/shared/typed-before";
import { useCommand } from "@/features/shared/use-command";
import type { Person } from "@/server/db/people";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field, Form, OtherProblems, SelectInput, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { ROLE_WORDS } from "./role-words";

/** One colleague: role, whether they can sign in, a new passphrase. */
export function ChangePerson({ person }: { readonly person: Person }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)} aria-label={`Change ${person.name}`}>
        Change
      </Button>
      {open && <PersonDialog person={person} onClose={() => setOpen(false)} />}
    </>
  );
}

function PersonDialog({ person, onClose }: { readonly person: Person; readonly onClose: () => void }) {
  const change = useCommand(commandPath("change-person"));
  const reset = useCommand(commandPath("reset-passphrase"));
  const notify = useNotify();
  const form = useKeptForm(`person ${person.id}`, { role: person.role, active: person.active, passphrase: "" }, [
    "passphrase",
  ]);
  const { role, active, passphrase } = form.values;
  const save = async () => {
    if (!(await change.send({ personId: person.id, role, active }))) return;
    if (passphrase && !(await reset.send({ personId: person.id, passphrase }))) return;
    form.forget();
    notify(`${person.name}: saved`);
    onClose();
  };
  return (
    <Dialog open onOpenChange={(next) => !next && onClose()} title={person.name}>
      <Form problems={[...change.problems, ...reset.problems]} onSubmit={save} className="flex flex-col gap-5">
        <TypedBefore form={form} />
        <Field name="role" label="Role">
          <SelectInput {...form.text("role")}>
            {Object.entries(ROLE_WORDS).map(([key, words]) => (
              <option key={key} value={key}>
                {words}
              </option>
            ))}
          </SelectInput>
        </Field>
        <label className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            checked={active}
            onChange={(event) => form.set({ active: event.target.checked })}
            className="size-6 accent-ink"
          />
          Can sign in
        </label>
        <Field name="passphrase" label="New passphrase" hint="only if they forgot theirs; it ends their sessions">
          <TextInput
            type="password"
            {...form.text("passphrase")}

            autoComplete="new-password"
          />
        </Field>
        <CommandMessage message={change.message ?? reset.message} />
        <OtherProblems known={["role", "passphrase"]} />
        <Button type="submit" look="main" busy={change.busy || reset.busy}>
          Save
        </Button>
      </Form>
    </Dialog>
  );
}
