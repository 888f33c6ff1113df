"use client";

import { CommandMessage } from "@/features/shared/command-message";
import { useKeptForm } from "@/features/shared/kept-form";
import { commandPath } from "@/features/shared/send-command";
import { TypedBefore } from "@/features/shared/typed-before";
import { useCommand } from "@/features/shared/use-command";
import type { Maker } from "@/server/db/makers";
import { Button } from "@/ui/button";
import { Field, Form, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { Empty, Section } from "@/ui/section";

/** Which make a VIN's first three characters stand for in this shop. */
export function MakerList({ makers }: { readonly makers: readonly Maker[] }) {
  return (
    <div className="mx-auto flex max-w-3xl flex-col gap-7 px-4 py-5 sm:px-6">
      <div>
        <h1 className="text-xl">Maker codes</h1>
        <p className="text-ink-soft">
          The first three characters of a VIN. The shop learns them from the vehicles it takes in; correct what it
          learnt wrongly.
        </p>
      </div>
      <Section title="Known codes">
        {makers.length === 0 && <Empty>None yet: the first vehicle with a VIN teaches one.</Empty>}
        <ul>
          {makers.map((maker) => (
            <MakerRow key={maker.wmi} maker={maker} />
          ))}
        </ul>
      </Section>
      <AddMaker />
    </div>
  );
}

function MakerRow({ maker: { wmi, make } }: { readonly maker: Maker }) {
  const { send, busy, message } = useCommand(commandPath("drop-maker"));
  return (
    <li className="flex flex-wrap items-center gap-x-5 border-b border-rule py-1">
      <span className="mono w-12">{wmi}</span>
      <span className="grow font-medium">{make}</span>
      <Button look="quiet" busy={busy} aria-label={`Forget ${wmi}`} onClick={() => void send({ wmi })}>
        Forget
      </Button>
      <CommandMessage message={message} />
    </li>
  );
}

function AddMaker() {
  const { send, busy, problems, message } = useCommand(commandPath("name-maker"));
  const notify = useNotify();
  const form = useKeptForm("maker", { wmi: "", make: "" });
  const { wmi, make } = form.values;
  const submit = async () => {
    if (!(await send({ wmi, make }))) return;
    notify(`${wmi.toUpperCase()} is ${make}`);
    form.forget();
  };
  return (
    <Section title="Add or correct one">
      <Form problems={problems} onSubmit={submit} className="grid gap-4 pt-3 sm:grid-cols-[8rem_1fr_auto]">
        <div className="sm:col-span-full empty:hidden">
          <TypedBefore form={form} />
        </div>
        <Field name="wmi" label="Code">
          <TextInput
            {...form.text("wmi")}

            maxLength={3}
            className="mono uppercase"
          />
        </Field>
        <Field name="make" label="Make">
          <TextInput {...form.text("make")} />
        </Field>
        <div className="flex items-end">
          <Button type="submit" look="main" busy={busy}>
            Save
          </Button>
        </div>
        <div className="sm:col-span-3">
          <CommandMessage message={message} />
        </div>
      </Form>
    </Section>
  );
}
