"use client";

import { useRouter } from "next/navigation";
import { PROCEDURE_KINDS, TRACE_LOOKS, type ProcedureKind, type TraceLook } from "@/core/book";
import { CommandMessage } from "@/features/shared/command-message";
import { PickWord } from "@/features/shared/pick-word";
import { useKeptForm } from "@/features/shared/kept-form";
import { commandPath } from "@/features/shared/send-command";
import { TypedBefore } from "@/features/shared/typed-before";
import { useCommand } from "@/features/shared/use-command";
import type { Vocabulary } from "@/server/db/book";
import { Button, ButtonLink } from "@/ui/button";
import { Field, Form, OtherProblems, SelectInput, TextArea, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { Section } from "@/ui/section";
import { KIND_WORDS } from "../kind-words";
import { AppliesFields } from "./applies-fields";
import { OutcomeFields } from "./outcome-fields";
import { EMPTY_VARIANT, usualOutcomes, writtenOf, type ProcedureDraft } from "./procedure-draft";
import { SpecFields } from "./spec-fields";
import { VariantFields } from "./variant-fields";

interface ProcedureEditorProps {
  readonly start: ProcedureDraft;
  /** The one that is changed; null for a new one. */
  readonly of: { readonly key: string; readonly version: number; readonly proposed: boolean } | null;
  /** Leads write into the book; others propose. */
  readonly mayEdit: boolean;
  readonly words: Pick<Vocabulary, "components" | "failures">;
}

const LOOK_WORDS: Readonly<Record<TraceLook, string>> = {
  limits: "its first channel against limits",
  "warm-up": "a warm-up: when it opened, did the flow follow",
  leak: "a held pressure or vacuum: how fast it is lost",
};

const POINTED: ReadonlySet<ProcedureKind> = new Set(["several", "loudest", "swap"]);
const VALUED: ReadonlySet<ProcedureKind> = new Set(["value", "several", "before-after", "trace", "high-voltage"]);

/** Writes a procedure: what it asks, how it is done, what is wanted, and what its outcomes do to suspects. */
export function ProcedureEditor({ start, of, mayEdit, words }: ProcedureEditorProps) {
  const { send, busy, problems, message } = useCommand(commandPath(mayEdit ? "write-procedure" : "propose-procedure"));
  const notify = useNotify();
  const router = useRouter();
  const form = useKeptForm(`procedure ${of ? `${of.key} ${of.version}` : "new"}`, { procedure: start });
  const [draft, setDraft] = form.field("procedure");
  const set = (part: Partial<ProcedureDraft>) => setDraft((now) => ({ ...now, ...part }));
  const submit = async () => {
    const target = mayEdit ? { key: of?.key ?? null, version: of?.version ?? null } : {};
    const answer = await send({ ...writtenOf(draft), ...target });
    if (!answer || typeof answer !== "object" || !("key" in answer)) return;
    form.forget();
    notify(mayEdit ? "It is in the book" : "Proposed: a lead takes it into the book");
    router.push(`/procedures/${String(answer.key)}`);
  };
  const line = (key: "title" | "question" | "place" | "access", label: string, hint?: string) => (
    <Field name={key} label={label} {...(hint ? { hint } : {})} className="grow">
      <TextInput value={draft[key]} onChange={(event) => set({ [key]: event.target.value })} />
    </Field>
  );
  const number = (key: "minutes" | "accessMinutes", label: string) => (
    <Field name={key} label={label} className="basis-40">
      <TextInput
        value={draft[key]}
        onChange={(event) => set({ [key]: event.target.value })}
        inputMode="decimal"
        className="mono"
      />
    </Field>
  );
  const list = (key: "cautions" | "preconditions" | "steps" | "tools" | "points", label: string) => (
    <Field name={key} label={label} hint="one a line">
      <TextArea rows={3} value={draft[key]} onChange={(event) => set({ [key]: event.target.value })} />
    </Field>
  );
  const component = words.components.find(({ key }) => key === draft.component);
  return (
    <Form problems={problems} onSubmit={submit} className="mx-auto flex max-w-3xl flex-col gap-6 px-4 py-5 sm:px-6">
      <div>
        <h1 className="text-xl">{of ? "Change the procedure" : mayEdit ? "A new procedure" : "Propose a procedure"}</h1>
        <p className="text-ink-soft">
          {of?.proposed
            ? "It was proposed; once saved it stands in the book."
            : of
              ? "Jobs that used it keep the version they used."
              : mayEdit
                ? "It is offered as a test as soon as it is saved."
                : "It is offered as a test once a lead has taken it into the book."}
        </p>
      </div>
      <TypedBefore form={form} />
      <Section title="What it asks">
        <div className="flex flex-col gap-4 pt-3">
          {line("title", "Title", "what is done: “Glow plug resistance, each plug”")}
          {line("question", "The question it answers", "optional")}
          <div>
            <p className="mb-1 font-medium">
              Component{component && <span>: {component.label}</span>}
              {component && (
                <Button look="quiet" onClick={() => set({ component: "" })}>
                  none
                </Button>
              )}
            </p>
            <PickWord
              kind="component"
              mayAdd={false}
              label="Component"
              placeholder={component ? "another one" : "type two letters"}
              words={words.components.map(({ key, label, system, also }) => ({
                key,
                label,
                also,
                group: system,
                system,
              }))}
              onPick={(key) => set({ component: key })}
            />
          </div>
          {line("place", "Where", "optional: connector, pins, side")}
        </div>
      </Section>
      <Section title="How it is done">
        <div className="flex flex-col gap-4 pt-3">
          <div className="flex flex-wrap items-end gap-4">
            {number("minutes", "Minutes of work")}
            {line("access", "What has to be off or open", "optional: paid once a job")}
            {number("accessMinutes", "Minutes for that")}
          </div>
          {list("cautions", "Cautions")}
          {list("preconditions", "Before it starts")}
          {list("steps", "Steps")}
          {list("tools", "Tools")}
          <label className="flex min-h-11 items-center gap-3">
            <input
              type="checkbox"
              checked={draft.basic}
              onChange={(event) => set({ basic: event.target.checked })}
              className="size-6 accent-ink"
            />
            A cheap look that others rely on: battery, fuse, earth, level, pressure
          </label>
        </div>
      </Section>
      <Section title="For which vehicles" aside="empty: every one">
        <AppliesFields draft={draft.applies} onChange={(applies) => set({ applies })} />
      </Section>
      <Section title="How it is judged">
        <div className="flex flex-col gap-4 pt-3">
          <Field name="kind" label="By">
            <SelectInput
              value={draft.kind}
              onChange={({ target }) => {
                const kind = PROCEDURE_KINDS.find((each) => each === target.value) ?? draft.kind;
                const untouched = draft.outcomes.every(({ effects }) => !effects.length) && !of;
                set({ kind, ...(untouched ? { outcomes: usualOutcomes(kind) } : {}) });
              }}
            >
              {PROCEDURE_KINDS.map((kind) => (
                <option key={kind} value={kind}>
                  {KIND_WORDS[kind]}
                </option>
              ))}
            </SelectInput>
          </Field>
          {draft.kind === "trace" && (
            <Field name="look" label="Look at it as">
              <SelectInput
                value={draft.look}
                onChange={({ target }) =>
                  set({ look: TRACE_LOOKS.find((each) => each === target.value) ?? draft.look })
                }
              >
                {TRACE_LOOKS.map((look) => (
                  <option key={look} value={look}>
                    {LOOK_WORDS[look]}
                  </option>
                ))}
              </SelectInput>
            </Field>
          )}
          {POINTED.has(draft.kind) && list("points", "What is compared: cylinders, wheels, places")}
          {VALUED.has(draft.kind) && (
            <>
              {draft.kind === "high-voltage" && (
                <p>
                  Wanted is a value between limits: up to how many volts it counts as dead, by the maker’s procedure.
                </p>
              )}
              <SpecFields name="spec" draft={draft.spec} onChange={(spec) => set({ spec })} optional />
              {draft.specs.map((variant, at) => (
                <VariantFields
                  key={at}
                  at={at}
                  variant={variant}
                  onChange={(next) => set({ specs: draft.specs.map((each, own) => (own === at ? next : each)) })}
                  onRemove={() => set({ specs: draft.specs.filter((_, own) => own !== at) })}
                />
              ))}
              <Button className="self-start" onClick={() => set({ specs: [...draft.specs, EMPTY_VARIANT] })}>
                Other values for some vehicles or parts
              </Button>
            </>
          )}
        </div>
      </Section>
      <Section title="Outcomes" aside="what each does to suspects">
        <div className="flex flex-col gap-4 pt-3">
          {draft.outcomes.map((outcome, at) => (
            <OutcomeFields
              key={at}
              at={at}
              outcome={outcome}
              words={words}
              onChange={(next) => set({ outcomes: draft.outcomes.map((each, own) => (own === at ? next : each)) })}
              onRemove={() => set({ outcomes: draft.outcomes.filter((_, own) => own !== at) })}
            />
          ))}
          <Button
            className="self-start"
            onClick={() => set({ outcomes: [...draft.outcomes, { key: null, label: "", effects: [] }] })}
          >
            One more outcome
          </Button>
        </div>
      </Section>
      <CommandMessage message={message} />
      <OtherProblems
        known={["title", "question", "place", "minutes", "access", "accessMinutes", "cautions", "preconditions"].concat(
          ["steps", "tools", "points", "kind", "look", "spec", "applies"],
          draft.specs.map((_, at) => `specs[${at}]`),
          draft.outcomes.map((_, at) => `outcomes[${at}].label`),
        )}
      />
      <div className="flex gap-3">
        <Button type="submit" look="main" busy={busy} className="grow">
          {of?.proposed ? "Take it into the book" : mayEdit ? "Save" : "Propose it"}
        </Button>
        <ButtonLink href={of ? `/procedures/${of.key}` : "/procedures"} onClick={form.forget}>
          Cancel
        </ButtonLink>
      </div>
    </Form>
  );
}
