"use client";

import { CommandMessage } from "@/features/shared/command-message";
import { useKeptForm } from "@/features/shared/kept-form";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import type { CatalogueRow } from "@/server/db/catalogue";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field, Form, TextArea, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";

interface NameDialogProps {
  readonly row: CatalogueRow;
  readonly others: readonly CatalogueRow[];
  readonly onClose: () => void;
}

/** Renames a thing or makes one of two; of a model also what lies elsewhere in cars for another market. */
export function NameDialog({ row, others, onClose }: NameDialogProps) {
  const full = [row.make, row.name].filter(Boolean).join(" ");
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={full}
      lead={`${row.vehicles} ${row.vehicles === 1 ? "vehicle bears" : "vehicles bear"} this name.`}
    >
      <div className="flex flex-col gap-7">
        <NameForm row={row} others={others} onDone={onClose} />
        {row.kind === "model" && <MarketForm row={row} />}
      </div>
    </Dialog>
  );
}

interface NameFormProps {
  readonly row: CatalogueRow;
  readonly others: readonly CatalogueRow[];
  readonly onDone: () => void;
}

function NameForm({ row: { kind, make, name, alike, vehicles }, others, onDone }: NameFormProps) {
  const { send, busy, problems, message } = useCommand(commandPath("merge-variant-names"));
  const notify = useNotify();
  const form = useKeptForm(`name ${kind} ${make} ${name}`, { into: "" });
  const { into } = form.values;
  const known = others.some((other) => other.name === into.trim());
  const submit = async () => {
    if (!(await send({ kind, make, name, into: into.trim() }))) return;
    form.forget();
    notify(known ? `${name} is ${into.trim()} from now on` : `Renamed to ${into.trim()}`);
    onDone();
  };
  return (
    <Form problems={problems} onSubmit={submit} className="flex flex-col gap-3">
      {alike.length > 0 && (
        <div className="flex flex-wrap items-center gap-2">
          <span className="text-sm text-ink-soft">Looks much like</span>
          {alike.map((each) => (
            <Button key={each} onClick={() => form.set({ into: each })}>
              {each}
            </Button>
          ))}
        </div>
      )}
      <Field
        name="into"
        label="The name that stays"
        hint="another name of the list makes one of the two; a new one renames it"
      >
        <TextInput {...form.text("into")} list="names" />
      </Field>
      <datalist id="names">
        {others.map((other) => (
          <option key={other.name} value={other.name} />
        ))}
      </datalist>
      {known && (
        <p className="border-l-4 border-ochre bg-ochre-pale px-3 py-2">
          {vehicles} {vehicles === 1 ? "vehicle" : "vehicles"} will bear the name {into}, with their jobs and what they
          teach. This cannot be parted again.
        </p>
      )}
      <Button type="submit" look="main" busy={busy} disabled={!into.trim()} className="self-start">
        {known ? "Make one of the two" : "Rename"}
      </Button>
      <CommandMessage message={message} />
    </Form>
  );
}

function MarketForm({ row: { make, name, marketMatters } }: { readonly row: CatalogueRow }) {
  const { send, busy, problems, message } = useCommand(commandPath("describe-model"));
  const notify = useNotify();
  const form = useKeptForm(`market ${make} ${name}`, { text: marketMatters });
  const { text } = form.values;
  const submit = async () => {
    if (!(await send({ make, model: name, marketMatters: text }))) return;
    form.saved();
    notify("Saved");
  };
  return (
    <Form problems={problems} onSubmit={submit} className="flex flex-col gap-3">
      <Field
        name="marketMatters"
        label="What lies elsewhere in cars for another market"
        hint="fuse numbers, positions, sides; with this, the market is asked at the gate"
      >
        <TextArea rows={2} {...form.text("text")} />
      </Field>
      <Button type="submit" busy={busy} className="self-start">
        Save
      </Button>
      <CommandMessage message={message} />
    </Form>
  );
}
