"use client";

import { useMemo } from "react";
import type { PersonId } from "@/core/ids";
import { CommandMessage } from "@/features/shared/command-message";
import { useKeptForm } from "@/features/shared/kept-form";
import { commandPath } from "@/features/shared/send-command";
import { TypedBefore } from "@/features/shared/typed-before";
import { useCommand } from "@/features/shared/use-command";
import type { Person } from "@/server/db/people";
import { Button } from "@/ui/button";
import { Field, Form, SelectInput, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { Section } from "@/ui/section";
import type { TableColumn } from "@/ui/table/column";
import { DataTable } from "@/ui/table/data-table";
import { ChangePerson } from "./change-person";
import { ROLE_WORDS } from "./role-words";

export function TeamList({ people, me }: { readonly people: readonly Person[]; readonly me: PersonId }) {
  const columns = useMemo(() => columnsOf(me), [me]);
  return (
    <>
      <Section title="People">
        <DataTable
          label="People"
          rows={people}
          columns={columns}
          findBy={findPersonBy}
          {...(people.length > FEW ? { findHint: "name or role" } : {})}
          empty="Nobody yet."
        />
      </Section>
      <AddPerson />
    </>
  );
}

/** So many are seen at a glance. */
const FEW = 8;

const findPersonBy = ({ id, name, role }: Person) => ({ key: id, label: name, also: [role] });

const columnsOf = (me: PersonId): readonly TableColumn<Person>[] => [
  {
    id: "name",
    header: "Name",
    sortBy: ({ name }) => name,
    cell: ({ id, name, active }) => (
      <span className={active ? "font-medium" : "text-ink-soft line-through"}>
        {name}
        {id === me && " (you)"}
      </span>
    ),
  },
  {
    id: "role",
    header: "Role",
    sortBy: ({ role }) => role,
    cell: ({ active, role }) => (active ? role : "cannot sign in"),
  },
  {
    id: "change",
    header: "Change",
    unheaded: true,
    className: "text-right",
    cell: (person) => <ChangePerson person={person} />,
  },
];

function AddPerson() {
  const { send, busy, problems, message } = useCommand(commandPath("add-person"));
  const notify = useNotify();
  const form = useKeptForm("person", { name: "", role: "technician", passphrase: "" }, ["passphrase"]);
  const { name, role, passphrase } = form.values;
  const submit = async () => {
    if (!(await send({ name, role, passphrase }))) return;
    notify(`${name} can sign in now`);
    form.forget();
  };
  return (
    <Section title="Add somebody">
      <Form problems={problems} onSubmit={submit} className="grid gap-4 pt-3 sm:grid-cols-2">
        <div className="sm:col-span-full empty:hidden">
          <TypedBefore form={form} />
        </div>
        <Field name="name" label="Name">
          <TextInput {...form.text("name")} />
        </Field>
        <Field name="role" label="Role">
          <SelectInput {...form.text("role")}>
            {Object.entries(ROLE_WORDS).map(([key, words]) => (
              <option key={key} value={key}>
                {words}
              </option>
            ))}
          </SelectInput>
        </Field>
        <Field name="passphrase" label="First passphrase" hint="10 characters at least; they change it themselves">
          <TextInput
            type="password"
            {...form.text("passphrase")}

            autoComplete="new-password"
          />
        </Field>
        <div className="flex items-end">
          <Button type="submit" look="main" busy={busy}>
            Add
          </Button>
        </div>
        <div className="sm:col-span-2">
          <CommandMessage message={message} />
        </div>
      </Form>
    </Section>
  );
}
