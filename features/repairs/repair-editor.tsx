"use client";

import { COMPANION_WORDS } from "@/core/entries";
import { AVAILABILITIES, COMPANION_KINDS, OPTION_KINDS } from "@/core/repair";
import { CommandMessage } from "@/features/shared/command-message";
import { decimalOf, minutesText, moneyText, type UnitSystem } from "@/features/shared/format";
import { useKeptForm } from "@/features/shared/kept-form";
import { commandPath } from "@/features/shared/send-command";
import { TypedBefore } from "@/features/shared/typed-before";
import { useCommand } from "@/features/shared/use-command";
import type { RepairPageView } from "@/server/views/repairs";
import { Button } from "@/ui/button";
import { Field, Form, OtherProblems, SelectInput, TextArea, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { Section } from "@/ui/section";
import { NO_COMPANION, NO_OPTION, NO_RULE, repairDraft, repairInput } from "./repair-draft";
import { AVAILABILITY_WORDS, OPTION_WORDS } from "./repair-words";
import { Rows } from "@/features/shared/rows";
import { Link } from "@/ui/link";

interface RepairEditorProps {
  readonly view: RepairPageView;
  readonly currency: string;
  readonly units: UnitSystem;
  readonly mayWrite: boolean;
}

/** What a cause's repair takes, the ways to go about it, what goes with it, and which revisions may run together. */
export function RepairEditor({ view, currency, units, mayWrite }: RepairEditorProps) {
  const { cause, name, learnt } = view;
  const { send, busy, problems, message } = useCommand(commandPath("write-repair"));
  const notify = useNotify();
  const form = useKeptForm(`repair ${cause.component}/${cause.failure}`, repairDraft(view));
  const draft = form.values;
  const submit = async () => {
    if (!(await send({ ...cause, ...repairInput(draft, currency, decimalOf(units)) }))) return;
    notify("Saved");
    form.saved();
  };
  return (
    <div className="mx-auto flex max-w-4xl flex-col gap-5 px-4 py-5 sm:px-6">
      <div>
        <Link href="/repairs" className="inline-flex min-h-11 items-center text-sm underline underline-offset-4">
          Repairs
        </Link>
        <h1 className="text-xl">{name}</h1>
        <p className="text-ink-soft">
          {learnt
            ? `${learnt.jobs === 1 ? "1 job" : `${learnt.jobs} jobs`} here took ${minutesText(learnt.minutes)} and ${moneyText({ amount: Math.round(learnt.cost), currency })} of parts, as a rule.`
            : "No job here has cured it yet."}
        </p>
      </div>
      <Form problems={problems} onSubmit={submit} className="flex flex-col gap-6">
        <TypedBefore form={form} />
        <Section title="What it takes" aside="empty: as jobs here took">
          <div className="grid grid-cols-2 gap-4 pt-3 sm:grid-cols-4">
            <Field name="takes.minutes" label="Minutes">
              <TextInput {...form.text("minutes")} inputMode="decimal" className="mono" />
            </Field>
            <Field name="takes.partsCost.amount" label="Parts" hint={currency}>
              <TextInput {...form.text("parts")} inputMode="decimal" className="mono" />
            </Field>
            <Field name="takes.access" label="Behind" hint="what comes off">
              <TextInput {...form.text("access")} placeholder="undertray-off" />
            </Field>
            <Field name="takes.accessMinutes" label="Minutes to get there">
              <TextInput {...form.text("accessMinutes")} inputMode="decimal" className="mono" />
            </Field>
          </div>
        </Section>
        <Section title="Ways to repair it" aside="side by side when it is chosen">
          <Rows rows={draft.options} empty={NO_OPTION} add="Another way" onChange={(options) => form.set({ options })}>
            {(row, set, at) => (
              <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
                <SelectInput
                  aria-label={`Kind of way ${at + 1}`}
                  value={row.kind}
                  onChange={(event) =>
                    set({ kind: OPTION_KINDS.find((each) => each === event.target.value) ?? "part" })
                  }
                >
                  {OPTION_KINDS.map((kind) => (
                    <option key={kind} value={kind}>
                      {OPTION_WORDS[kind]}
                    </option>
                  ))}
                </SelectInput>
                <TextInput
                  aria-label={`What way ${at + 1} is called`}
                  placeholder="what it is called"
                  className="sm:col-span-3"
                  value={row.title}
                  onChange={(event) => set({ title: event.target.value })}
                />
                <TextInput
                  aria-label={`Price of way ${at + 1}`}
                  placeholder={`price, ${currency}`}
                  inputMode="decimal"
                  className="mono"
                  value={row.price}
                  onChange={(event) => set({ price: event.target.value })}
                />
                <TextInput
                  aria-label={`Minutes of way ${at + 1}`}
                  placeholder="minutes"
                  inputMode="decimal"
                  className="mono"
                  value={row.minutes}
                  onChange={(event) => set({ minutes: event.target.value })}
                />
                <SelectInput
                  aria-label={`When way ${at + 1} is to be had`}
                  value={row.availability}
                  onChange={(event) =>
                    set({ availability: AVAILABILITIES.find((each) => each === event.target.value) ?? "stock" })
                  }
                >
                  {AVAILABILITIES.map((each) => (
                    <option key={each} value={each}>
                      {AVAILABILITY_WORDS[each]}
                    </option>
                  ))}
                </SelectInput>
                {row.availability === "days" && (
                  <TextInput
                    aria-label={`Days for way ${at + 1}`}
                    placeholder="days"
                    inputMode="numeric"
                    className="mono"
                    value={row.days}
                    onChange={(event) => set({ days: event.target.value })}
                  />
                )}
                <TextInput
                  aria-label={`Kilometres that way ${at + 1} lasts`}
                  placeholder="lasts, km"
                  inputMode="numeric"
                  className="mono"
                  value={row.lifeKm}
                  onChange={(event) => set({ lifeKm: event.target.value })}
                />
                <TextInput
                  aria-label={`Note on way ${at + 1}`}
                  placeholder="note"
                  className="col-span-2 sm:col-span-4"
                  value={row.note}
                  onChange={(event) => set({ note: event.target.value })}
                />
              </div>
            )}
          </Rows>
        </Section>
        <Section title="Goes with it" aside="in the order in which it is done">
          <Rows
            rows={draft.companions}
            empty={NO_COMPANION}
            add="Something goes with it"
            onChange={(companions) => form.set({ companions })}
          >
            {(row, set, at) => (
              <div className="grid grid-cols-2 gap-3 sm:grid-cols-[9rem_1fr]">
                <SelectInput
                  aria-label={`What to do with line ${at + 1}`}
                  value={row.kind}
                  onChange={(event) =>
                    set({ kind: COMPANION_KINDS.find((each) => each === event.target.value) ?? "renew" })
                  }
                >
                  {COMPANION_KINDS.map((kind) => (
                    <option key={kind} value={kind}>
                      {COMPANION_WORDS[kind]}
                    </option>
                  ))}
                </SelectInput>
                <TextInput
                  aria-label={`What goes with it ${at + 1}`}
                  placeholder="single-use bolts, seal, bleeding, belt"
                  value={row.what}
                  onChange={(event) => set({ what: event.target.value })}
                />
                <TextInput
                  aria-label={`Value ${at + 1}`}
                  placeholder="22 N.m + 90°"
                  className="mono"
                  value={row.value}
                  onChange={(event) => set({ value: event.target.value })}
                />
                <TextInput
                  aria-label={`Where value ${at + 1} is from`}
                  placeholder="where it is from; empty: to be checked"
                  value={row.source}
                  onChange={(event) => set({ source: event.target.value })}
                />
              </div>
            )}
          </Rows>
        </Section>
        <Section title="Revisions that may run together" aside="a revision without a line may run with any">
          <Rows rows={draft.mixing} empty={NO_RULE} add="A rule" onChange={(mixing) => form.set({ mixing })}>
            {(row, set, at) => (
              <div className="grid grid-cols-2 gap-3">
                <TextInput
                  aria-label={`Revision ${at + 1}`}
                  placeholder="revision"
                  className="mono"
                  value={row.revision}
                  onChange={(event) => set({ revision: event.target.value })}
                />
                <TextInput
                  aria-label={`Runs with, line ${at + 1}`}
                  placeholder="may run with, commas between"
                  className="mono"
                  value={row.runsWith}
                  onChange={(event) => set({ runsWith: event.target.value })}
                />
              </div>
            )}
          </Rows>
        </Section>
        <Field name="note" label="Note">
          <TextArea rows={2} {...form.text("note")} />
        </Field>
        <CommandMessage message={message} />
        <OtherProblems
          known={["takes.minutes", "takes.partsCost.amount", "takes.access", "takes.accessMinutes", "note"]}
        />
        {mayWrite && (
          <Button type="submit" look="main" busy={busy} className="self-start">
            Save
          </Button>
        )}
      </Form>
    </div>
  );
}
