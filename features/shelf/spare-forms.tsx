"use client";

import { CommandMessage } from "@/features/shared/command-message";
import { useKeptForm } from "@/features/shared/kept-form";
import { PickWord } from "@/features/shared/pick-word";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import type { ShelfView } from "@/server/views/shelf";
import { Button } from "@/ui/button";
import { Field, Form, OtherProblems, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { Unfold } from "@/ui/unfold";

/** A spare is fitted, or thrown away: it leaves the shelf. */
export function TakeSpare({ id, what }: { readonly id: string; readonly what: string }) {
  const { send, busy, message } = useCommand(commandPath("take-spare"));
  const notify = useNotify();
  return (
    <>
      <Button
        busy={busy}
        aria-label={`Take ${what} off the shelf`}
        onClick={() => void send({ id }).then((answer) => answer && notify("Taken off the shelf"))}
      >
        Take it
      </Button>
      <CommandMessage message={message} />
    </>
  );
}

/** A used part made ready: what it is, what was tested on it, what it fits. */
export function AddSpare({ components }: { readonly components: ShelfView["components"] }) {
  const { send, busy, problems, message } = useCommand(commandPath("add-spare"));
  const notify = useNotify();
  const form = useKeptForm("spare", { component: "", what: "", tested: "", fits: "" });
  const { values } = form;
  const picked = components.find(({ key }) => key === values.component);
  const submit = async () => {
    if (!(await send({ ...values, component: values.component || undefined }))) return;
    form.forget();
    notify("On the shelf");
  };
  return (
    <Unfold title="Put a spare on the shelf">
      <Form problems={problems} onSubmit={() => void submit()} className="flex max-w-xl flex-col gap-3 py-2">
        <Field name="component" label={`Component${picked ? `: ${picked.label}` : ""}`}>
          <div>
            <PickWord
              kind="component"
              mayAdd={false}
              label="Component"
              placeholder={picked ? "another one" : "type two letters"}
              words={components.map(({ key, label, system }) => ({ key, label, group: system, system }))}
              onPick={(component) => form.set({ component })}
            />
          </div>
        </Field>
        <Field name="what" label="What it is">
          <TextInput {...form.text("what")} maxLength={160} />
        </Field>
        <Field name="tested" label="What was tested on it" hint="and how it came out">
          <TextInput {...form.text("tested")} maxLength={400} />
        </Field>
        <Field name="fits" label="What it fits" hint="optional">
          <TextInput {...form.text("fits")} maxLength={200} />
        </Field>
        <CommandMessage message={message} />
        <OtherProblems known={["component", "what", "tested", "fits"]} />
        <Button type="submit" busy={busy} className="self-start">
          Put it there
        </Button>
      </Form>
    </Unfold>
  );
}
