"use client";

import { useState } from "react";
import { GROUP_KINDS, readCode, type GroupKind } from "@/core/codes";
import { CommandMessage } from "@/features/shared/command-message";
import { useKeptForm } from "@/features/shared/kept-form";
import { commandPath } from "@/features/shared/send-command";
import { TypedBefore } from "@/features/shared/typed-before";
import { useCommand } from "@/features/shared/use-command";
import type { CodeGroupRow } from "@/server/db/code-groups";
import { Button } from "@/ui/button";
import { ChooseOne } from "@/ui/choices";
import { Field, Form, TextArea, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { Empty, Section } from "@/ui/section";

const KIND_WORDS: Record<GroupKind, string> = {
  circuit: "One circuit",
  supply: "A supply",
  ground: "A ground",
  bus: "A bus",
};

interface CodeGroupsProps {
  readonly groups: readonly CodeGroupRow[];
  readonly mayAdd: boolean;
  readonly mayEdit: boolean;
}

/** Which codes belong together, as the shop has found: said on every scan that shows two of a group. */
export function CodeGroups({ groups, mayAdd, mayEdit }: CodeGroupsProps) {
  const [adding, setAdding] = useState(false);
  return (
    <Section title="Codes that belong together" aside="said on a scan that shows two of them">
      {groups.length === 0 && <Empty>None of the shop’s own yet; common circuits and buses are known without.</Empty>}
      <ul>
        {groups.map((group) => (
          <Row key={group.id} group={group} mayEdit={mayEdit} />
        ))}
      </ul>
      {mayAdd && !adding && (
        <Button className="mt-3" onClick={() => setAdding(true)}>
          Add a group
        </Button>
      )}
      {adding && <AddGroup onDone={() => setAdding(false)} />}
    </Section>
  );
}

function Row({
  group: { id, title, kind, make, codes, note },
  mayEdit,
}: {
  readonly group: CodeGroupRow;
  readonly mayEdit: boolean;
}) {
  const { send, busy, message } = useCommand(commandPath("drop-code-group"));
  return (
    <li className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-2">
      <span className="grow basis-60">
        <span className="font-medium">
          {KIND_WORDS[kind]}: {title}
        </span>
        <span className="text-sm text-ink-soft"> · {make || "every make"}</span>
        <span className="mono block text-sm">{codes.join(", ")}</span>
        {note && <span className="block text-sm">{note}</span>}
      </span>
      {mayEdit && (
        <Button look="quiet" busy={busy} aria-label={`Forget ${title}`} onClick={() => void send({ id })}>
          Forget
        </Button>
      )}
      <CommandMessage message={message} />
    </li>
  );
}

function AddGroup({ onDone }: { readonly onDone: () => void }) {
  const { send, busy, problems, message } = useCommand(commandPath("group-codes"));
  const notify = useNotify();
  const form = useKeptForm("code group", { kind: "supply", title: "", make: "", codes: "", note: "" });
  const { kind, title, make, codes, note } = form.values;
  const written = codes.split(/[\s,;]+/).filter(Boolean);
  const submit = async () => {
    if (!(await send({ kind, title, make, codes: written.map((text) => readCode(text) ?? text), note }))) return;
    form.forget();
    notify("Saved");
    onDone();
  };
  return (
    <Form problems={problems} onSubmit={submit} className="flex flex-col gap-4 border-l-4 border-rule-strong py-3 pl-3">
      <TypedBefore form={form} />
      <ChooseOne
        label="What they share"
        value={kind}
        onChange={(next) => form.set({ kind: next })}
        choices={GROUP_KINDS.map((value) => ({ value, label: KIND_WORDS[value] }))}
      />
      <Field name="title" label="Its name" hint="5 V supply B, ground point behind the left lamp">
        <TextInput {...form.text("title")} />
      </Field>
      <Field name="codes" label="The codes" hint="two at least, parted by spaces or commas">
        <TextInput {...form.text("codes")} className="mono uppercase" />
      </Field>
      <Field name="make" label="Make">
        <TextInput {...form.text("make")} placeholder="every make" />
      </Field>
      <Field name="note" label="Note" hint="optional: where to look">
        <TextArea rows={2} {...form.text("note")} />
      </Field>
      <CommandMessage message={message} />
      <div className="flex gap-3">
        <Button type="submit" look="main" busy={busy}>
          Save
        </Button>
        <Button
          onClick={() => {
            form.forget();
            onDone();
          }}
        >
          Leave it
        </Button>
      </div>
    </Form>
  );
}
