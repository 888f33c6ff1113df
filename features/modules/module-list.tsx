"use client";

import { useState } from "react";
import type { ModuleName } from "@/core/codes";
import { CommandMessage } from "@/features/shared/command-message";
import { useKeptForm } from "@/features/shared/kept-form";
import { commandPath } from "@/features/shared/send-command";
import { TypedBefore } from "@/features/shared/typed-before";
import { useCommand } from "@/features/shared/use-command";
import { Button } from "@/ui/button";
import { Field, Form, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { Empty, Section } from "@/ui/section";

interface ModuleListProps {
  readonly modules: readonly ModuleName[];
  readonly mayEdit: boolean;
}

/** What the shop calls control modules, and what scan tools call them. */
export function ModuleList({ modules, mayEdit }: ModuleListProps) {
  const [chosen, setChosen] = useState<ModuleName | null>(null);
  return (
    <div className="mx-auto flex max-w-3xl flex-col gap-7 px-4 py-5 sm:px-6">
      <div>
        <h1 className="text-xl">Modules</h1>
        <p className="text-ink-soft">
          The control modules that scans speak of. Whatever a tool calls one, a scan keeps it under the shop’s name, so
          that the same module is counted as one. Which of them a model has is learnt from its scans.
        </p>
      </div>
      <Section title="The shop’s names">
        {modules.length === 0 && <Empty>None: scans keep the names that tools give.</Empty>}
        <ul>
          {modules.map((module) => (
            <ModuleRow key={module.name} module={module} onChange={mayEdit ? () => setChosen(module) : null} />
          ))}
        </ul>
      </Section>
      {mayEdit && <NameModule key={chosen?.name ?? ""} module={chosen} onDone={() => setChosen(null)} />}
    </div>
  );
}

interface ModuleRowProps {
  readonly module: ModuleName;
  /** null where the reader may not. */
  readonly onChange: (() => void) | null;
}

function ModuleRow({ module: { name, also }, onChange }: ModuleRowProps) {
  const { send, busy, message } = useCommand(commandPath("drop-module"));
  return (
    <li className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b border-rule py-1">
      <span className="w-32 font-medium">{name}</span>
      <span className="min-w-0 flex-1 basis-40 text-ink-soft">
        {also.length ? `also ${also.join(", ")}` : "no other name"}
      </span>
      {onChange && (
        <span className="flex gap-2">
          <Button look="quiet" aria-label={`Change ${name}`} onClick={onChange}>
            Change
          </Button>
          <Button look="quiet" busy={busy} aria-label={`Take ${name} off the list`} onClick={() => void send({ name })}>
            Take off
          </Button>
        </span>
      )}
      <CommandMessage message={message} />
    </li>
  );
}

interface NameModuleProps {
  /** The one that is changed; null for a new one. */
  readonly module: ModuleName | null;
  readonly onDone: () => void;
}

function NameModule({ module, onDone }: NameModuleProps) {
  const { send, busy, problems, message } = useCommand(commandPath("name-module"));
  const notify = useNotify();
  const form = useKeptForm(`module ${module?.name ?? ""}`, {
    name: module?.name ?? "",
    also: module?.also.join(", ") ?? "",
  });
  const { name, also } = form.values;
  const submit = async () => {
    const words = [...new Set(also.split(",").map((each) => each.trim().toLowerCase()))].filter(Boolean);
    if (!(await send({ name, also: words }))) return;
    notify(`Saved: ${name.toLowerCase()}`);
    form.forget();
    onDone();
  };
  return (
    <Section title={module ? `Change “${module.name}”` : "Add one"}>
      <Form problems={problems} onSubmit={submit} className="grid gap-4 pt-3 sm:grid-cols-[10rem_1fr_auto]">
        <div className="sm:col-span-full empty:hidden">
          <TypedBefore form={form} />
        </div>
        <Field name="name" label="Name">
          <TextInput {...form.text("name")} readOnly={module !== null} maxLength={40} />
        </Field>
        <Field name="also" label="What else it is called" hint="Set apart by commas: TCM, transmission">
          <TextInput {...form.text("also")} />
        </Field>
        <div className="flex items-end gap-2">
          <Button type="submit" look="main" busy={busy}>
            Save
          </Button>
          {module && <Button onClick={onDone}>Leave it</Button>}
        </div>
        <div className="sm:col-span-3">
          <CommandMessage message={message} />
        </div>
      </Form>
    </Section>
  );
}
