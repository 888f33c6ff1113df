"use client";

import type { Needs } from "@/core/book";
import { FUELS, GEARBOXES } from "@/core/vehicle";
import { CommandMessage } from "@/features/shared/command-message";
import { useKeptForm } from "@/features/shared/kept-form";
import { commandPath } from "@/features/shared/send-command";
import { TypedBefore } from "@/features/shared/typed-before";
import { listed } from "@/features/shared/listed";
import { useCommand } from "@/features/shared/use-command";
import { Button } from "@/ui/button";
import { Field, Form, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";

interface NeedsPartProps {
  readonly component: string;
  readonly needs: Partial<Needs>;
}

const FIELDS = [
  ["fuels", "Runs on", FUELS.join(", ")],
  ["gearboxes", "Kind of gearbox", GEARBOXES.join(", ")],
  ["drives", "Drive", "front, rear, all"],
  ["equipment", "Equipped with", "all of these; a vehicle lacks one where its list says so: no turbo"],
  ["markets", "Built for markets", ""],
] as const;

/** What a vehicle must be to have a component: on one that is not it is no suspect. Empty fields ask for nothing. */
export function NeedsPart({ component, needs }: NeedsPartProps) {
  const { send, busy, problems, message } = useCommand(commandPath("set-needs"));
  const notify = useNotify();
  const form = useKeptForm(`needs ${component}`, {
    fuels: (needs.fuels ?? []).join(", "),
    gearboxes: (needs.gearboxes ?? []).join(", "),
    drives: (needs.drives ?? []).join(", "),
    equipment: (needs.equipment ?? []).join(", "),
    markets: (needs.markets ?? []).join(", "),
  });
  const submit = async () => {
    const lists = Object.fromEntries(FIELDS.map(([name]) => [name, listed(form.values[name])]));
    if (!(await send({ component, needs: lists }))) return;
    form.saved();
    notify("Saved");
  };
  return (
    <section aria-label="Only on vehicles that" className="flex flex-col gap-3">
      <h3 className="border-b border-rule pb-1 text-lg">Only on vehicles that are or have</h3>
      <Form problems={problems} onSubmit={submit} className="flex flex-col gap-3">
        <TypedBefore form={form} />
        <div className="grid gap-3 sm:grid-cols-2">
          {FIELDS.map(([name, label, hint]) => (
            <Field key={name} name={`needs.${name}`} label={label} {...(hint ? { hint } : {})}>
              <TextInput {...form.text(name)} />
            </Field>
          ))}
        </div>
        <Button type="submit" busy={busy} className="self-start">
          Save what it needs
        </Button>
      </Form>
      <CommandMessage message={message} />
    </section>
  );
}
