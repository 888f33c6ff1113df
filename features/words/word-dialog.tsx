"use client";

import { useState, type ReactNode } from "react";
import { CommandMessage } from "@/features/shared/command-message";
import { useKeptForm } from "@/features/shared/kept-form";
import { commandPath } from "@/features/shared/send-command";
import { TopicSelect } from "@/features/shared/topic-select";
import { useCommand } from "@/features/shared/use-command";
import type { WordList, WordView } from "@/server/views/words";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field, Form, SelectInput, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { WordPicker } from "@/ui/word-picker";
import { NeedsPart } from "./needs-part";

interface WordDialogProps {
  readonly word: WordView;
  readonly list: WordList;
  readonly mayEdit: boolean;
  readonly onClose: () => void;
}

/** One word: other names for it, and for leads how it is written and which word it doubles. */
export function WordDialog({ word, list, mayEdit, onClose }: WordDialogProps) {
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={word.label}
      lead={`Named on ${word.jobs} ${word.jobs === 1 ? "job" : "jobs"}.`}
    >
      <div className="flex flex-col gap-7">
        <OtherNames word={word} kind={list.kind} mayEdit={mayEdit} />
        {mayEdit && <Spelling word={word} list={list} />}
        {mayEdit && list.kind === "component" && <NeedsPart component={word.key} needs={word.needs ?? {}} />}
        {mayEdit && (list.kind === "component" || list.kind === "failure") && (
          <AsksReason word={word} kind={list.kind} />
        )}
        {mayEdit && <Merging word={word} list={list} onDone={onClose} />}
      </div>
    </Dialog>
  );
}

function Part({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section aria-label={title} className="flex flex-col gap-3">
      <h3 className="border-b border-rule pb-1 text-lg">{title}</h3>
      {children}
    </section>
  );
}

function OtherNames({ word, kind, mayEdit }: Pick<WordDialogProps, "word" | "mayEdit"> & Pick<WordList, "kind">) {
  const add = useCommand(commandPath("add-synonym"));
  const drop = useCommand(commandPath("drop-synonym"));
  const form = useKeptForm(`other name ${kind} ${word.key}`, { text: "" });
  const { text } = form.values;
  const submit = async () => {
    if (await add.send({ kind, key: word.key, text })) form.forget();
  };
  return (
    <Part title="Also called">
      <ul>
        {word.also.map((name) => (
          <li key={name} className="flex items-center justify-between border-b border-rule">
            <span>{name}</span>
            {mayEdit && (
              <Button
                look="quiet"
                busy={drop.busy}
                aria-label={`Forget ${name}`}
                onClick={() => void drop.send({ kind, text: name })}
              >
                Forget
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Form problems={add.problems} onSubmit={submit} className="flex items-end gap-2">
        <Field name="text" label="Another name for it" className="grow">
          <TextInput {...form.text("text")} />
        </Field>
        <Button type="submit" busy={add.busy} disabled={!text.trim()}>
          Add
        </Button>
      </Form>
      <CommandMessage message={add.message ?? drop.message} />
    </Part>
  );
}

function Spelling({ word, list: { kind, systems } }: Pick<WordDialogProps, "word" | "list">) {
  const { send, busy, problems, message } = useCommand(commandPath("change-word"));
  const notify = useNotify();
  const form = useKeptForm(`spelling ${kind} ${word.key}`, {
    label: word.label,
    system: word.system ?? "",
    topic: String(word.topic ?? "other"),
  });
  const { label, system, topic } = form.values;
  const submit = async () => {
    if (!(await send({ kind, key: word.key, label, system: system || null, topic }))) return;
    form.saved();
    notify("Saved");
  };
  return (
    <Part title="How it is written">
      <Form problems={problems} onSubmit={submit} className="flex flex-wrap items-end gap-2">
        <Field name="label" label="Word" className="grow basis-56">
          <TextInput {...form.text("label")} />
        </Field>
        {word.system !== null && (
          <Field name="system" label="System" className="basis-40">
            <SelectInput {...form.text("system")}>
              {systems.map((each) => (
                <option key={each}>{each}</option>
              ))}
            </SelectInput>
          </Field>
        )}
        {word.topic !== null && <TopicSelect value={topic} onChange={(next) => form.set({ topic: next })} />}
        <Button type="submit" busy={busy}>
          Save
        </Button>
      </Form>
      <CommandMessage message={message} />
    </Part>
  );
}

/** Fuses, links, burnt pins: something else makes them fail. */
function AsksReason({ word, kind }: { readonly word: WordView; readonly kind: "component" | "failure" }) {
  const { send, busy, message } = useCommand(commandPath("ask-reason"));
  const asks = word.asksReason ?? false;
  return (
    <Part title="It hardly fails by itself">
      <label className="flex min-h-11 items-center gap-3">
        <input
          type="checkbox"
          checked={asks}
          disabled={busy}
          onChange={() => void send({ kind, key: word.key, asks: !asks })}
          className="size-6 accent-ink"
        />
        A finding that names it says what made it fail, or that this was not found
      </label>
      <CommandMessage message={message} />
    </Part>
  );
}

interface MergingProps extends Pick<WordDialogProps, "word" | "list"> {
  readonly onDone: () => void;
}

/** What a double was called stays on the trails that name it; it counts as the other word from now on, and can be parted again. */
function Merging({ word, list: { kind, words }, onDone }: MergingProps) {
  const merge = useCommand(commandPath("merge-words"));
  const split = useCommand(commandPath("split-word"));
  const notify = useNotify();
  const [into, setInto] = useState<string | null>(null);
  const target = words.find(({ key }) => key === into);
  const problem = merge.problems[0] ?? split.problems[0];
  return (
    <Part title="A double of another word?">
      {word.merged.map(({ key, label }) => (
        <div key={key} className="flex items-center justify-between border-b border-rule">
          <span>“{label}” was merged into it</span>
          <Button
            look="quiet"
            busy={split.busy}
            aria-label={`Part ${label} again`}
            onClick={async () => {
              if (await split.send({ kind, key })) notify(`${label} is a word of its own again`);
            }}
          >
            Part again
          </Button>
        </div>
      ))}
      <WordPicker
        label="The word that it doubles"
        placeholder="type two letters of the word that stays"
        words={words
          .filter(({ key }) => key !== word.key)
          .map(({ key, label, system }) => ({ key, label, group: system ?? "" }))}
        onPick={setInto}
      />
      {target && (
        <div className="flex flex-col gap-2 border-l-4 border-ochre bg-ochre-pale px-3 py-2">
          <p>
            “{word.label}” will count as <strong>{target.label}</strong> on {word.jobs}{" "}
            {word.jobs === 1 ? "job" : "jobs"} and wherever the book names it. Trails keep what was written.
          </p>
          <div className="flex gap-3">
            <Button
              look="main"
              busy={merge.busy}
              onClick={async () => {
                if (!(await merge.send({ kind, from: word.key, into: target.key }))) return;
                notify(`${word.label} counts as ${target.label}`);
                onDone();
              }}
            >
              Merge them
            </Button>
            <Button onClick={() => setInto(null)}>Leave it</Button>
          </div>
          {merge.busy && (
            <p role="status">
              Its jobs are being counted again. That goes on by itself, also when you leave this page.
            </p>
          )}
        </div>
      )}
      <CommandMessage message={merge.message ?? split.message ?? problem?.message ?? null} />
    </Part>
  );
}
