"use client";

import { useRouter } from "next/navigation";
import type { KnownFailure } from "@/core/known-failures";
import { CommandMessage } from "@/features/shared/command-message";
import { decimalOf } from "@/features/shared/format";
import { useKeptForm } from "@/features/shared/kept-form";
import { commandPath } from "@/features/shared/send-command";
import { TypedBefore } from "@/features/shared/typed-before";
import { useCommand } from "@/features/shared/use-command";
import type { Site } from "@/server/db/sites";
import { Button } from "@/ui/button";
import { Field, Form, OtherProblems, SelectInput, TextArea, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { Section } from "@/ui/section";
import { Unfold } from "@/ui/unfold";
import { CauseFields } from "./cause-fields";
import type { EditorChoices } from "./choices";
import { knownDraft, knownInput } from "./draft";
import { BulletinFields, MoneyFields } from "./money-fields";
import { LookAlikeRows, PartRows, RepairRows } from "./row-fields";
import { ScopeFields } from "./scope-fields";
import { SymptomFields } from "./symptom-fields";
import { Link } from "@/ui/link";

interface EditorProps {
  /** What it starts with: all of one, what a job says, or nothing. */
  readonly start: Partial<KnownFailure>;
  readonly choices: EditorChoices;
  readonly site: Site;
  readonly isLead: boolean;
}

/** A known failure, written down: what, where and how to tell first; the rest unfolds. */
export function KnownFailureEditor({ start, choices, site, isLead }: EditorProps) {
  const router = useRouter();
  const { send, busy, problems, message } = useCommand(commandPath("write-known-failure"), null, false);
  const notify = useNotify();
  const units = site.unitSystem;
  const form = useKeptForm(`known failure ${start.key ?? "new"}`, knownDraft(start, units));
  const draft = form.values;
  const submit = async () => {
    const shop = { currency: site.currency, decimal: decimalOf(units), units };
    const answer = await send({ key: start.key ?? null, ...knownInput(draft, shop) });
    if (!answer || typeof answer !== "object" || !("key" in answer)) return;
    form.forget();
    notify("proposed" in answer && answer.proposed ? "Saved; a lead will look at it" : "Saved");
    router.push(`/known-failures/${String(answer.key)}`);
    router.refresh();
  };
  return (
    <div className="mx-auto flex max-w-4xl flex-col gap-5 px-4 py-5 sm:px-6">
      <div>
        <Link href="/known-failures" className="inline-flex min-h-11 items-center text-sm underline underline-offset-4">
          Known failures
        </Link>
        <h1 className="text-xl">{start.key ? "Change a known failure" : "This model does that"}</h1>
        <p className="text-ink-soft">
          {isLead
            ? "How far it is believed is counted from the jobs here; hearsay or a bulletin is all that can be said."
            : "It waits for a lead before it speaks. What, where and how to tell are enough."}
        </p>
      </div>
      <Form problems={problems} onSubmit={submit} className="flex flex-col gap-6">
        <TypedBefore form={form} />
        <Field name="title" label="In one line" hint="as you would tell a colleague">
          <TextInput {...form.text("title")} maxLength={160} />
        </Field>
        <CauseFields draft={draft} set={form.set} words={choices.words} />
        <Section title="Which vehicles" aside="an empty field asks for nothing">
          <ScopeFields draft={draft} set={form.set} units={units} models={choices.models} />
        </Section>
        <Section title="How it shows itself">
          <SymptomFields draft={draft} set={form.set} words={choices.words} />
        </Section>
        <Section title="How to tell in minutes">
          <div className="grid gap-4 pt-3 sm:grid-cols-2">
            <Field name="confirmBy" label="The test that confirms it">
              <SelectInput value={draft.confirmBy} onChange={(event) => form.set({ confirmBy: event.target.value })}>
                <option value="">none</option>
                {choices.procedures.map(({ key, title }) => (
                  <option key={key} value={key}>
                    {title}
                  </option>
                ))}
              </SelectInput>
            </Field>
            <Field
              name="details.mark"
              label="The mark of the improved part"
              hint="where it is seen, nothing is to be done"
            >
              <TextInput {...form.text("mark")} maxLength={200} />
            </Field>
            <Field name="note" label="Note" className="sm:col-span-2">
              <TextArea rows={2} {...form.text("note")} />
            </Field>
          </div>
        </Section>
        <Unfold title="Not to be confused with" className="border-b border-rule">
          <LookAlikeRows draft={draft} set={form.set} choices={choices} />
        </Unfold>
        <Unfold title="Repairs: what holds, what helps for a while, what was in vain" className="border-b border-rule">
          <RepairRows draft={draft} set={form.set} words={choices.words} />
        </Unfold>
        <Unfold title="Prevention, and what it costs now and then" className="border-b border-rule">
          <MoneyFields form={form} currency={site.currency} units={units} />
        </Unfold>
        <Unfold title="Bulletin, recall or goodwill" className="border-b border-rule">
          <BulletinFields form={form} />
        </Unfold>
        <Unfold title="Parts that fit from sister models, cautions" className="border-b border-rule">
          <PartRows draft={draft} set={form.set} />
          <Field name="details.cautions" label="Cautions" hint="one a line, shown before the work" className="py-3">
            <TextArea rows={2} {...form.text("cautions")} />
          </Field>
        </Unfold>
        <CommandMessage message={message} />
        <OtherProblems known={KNOWN_PATHS} />
        <div className="sticky bottom-0 flex gap-3 border-t-2 border-ink bg-paper py-3">
          <Button type="submit" look="main" busy={busy}>
            {isLead ? "Save" : "Propose it to a lead"}
          </Button>
          <Button onClick={() => router.back()}>Cancel</Button>
        </div>
      </Form>
    </div>
  );
}

const KNOWN_PATHS = ["title", "component", "failure", "place", "confirmBy", "note", "details.mark", "details.cautions"];
