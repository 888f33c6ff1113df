"use client";

import { exhaustive } from "@/core/exhaustive";
import type { Cause } from "@/core/book";
import { costOptions, type CostedOption, type RepairOption } from "@/core/repair";
import { lowerFirst } from "@/core/words";
import { minutesText, moneyText, odometerText } from "@/features/shared/format";
import type { RepairKnown } from "@/server/views/repair";
import { Field, TextArea, TextInput } from "@/ui/form";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { useRepairKnown } from "../use-repair-known";
import { JobForm } from "./job-form";

/** The ways to go about a cause, side by side: price, time, when it is to be had, how long it holds, how such parts fared here. */
export function OptionsDialog({ cause }: { readonly cause: Cause }) {
  const { sheet, site } = useJobPage();
  const { known, isThere } = useRepairKnown(cause.component, cause.failure);
  const form = useJobForm(`repair-options ${cause.component}/${cause.failure}`, {
    title: "",
    reason: "",
    refused: {} as Readonly<Record<string, string>>,
  });
  const command = useJobCommand("choose-repair", "The way is chosen", { form });
  const [title, setTitle] = form.field("title");
  const [refused, setRefused] = form.field("refused");
  const isOpen = sheet.facts.tests.some(({ access }) => access !== null && access === known.takes?.access);
  const options = costOptions(optionsOf(known, site.currency), known.records, {
    accessMinutes: isOpen ? 0 : (known.takes?.accessMinutes ?? 0),
    ratePerHour: site.ratePerHour,
  });
  const chosen = options.find((option) => option.title === title);
  const name = (key: string, list: readonly { key: string; label: string }[]) =>
    list.find((word) => word.key === key)?.label ?? key;
  const { components, failures } = sheet.words;
  return (
    <JobForm
      title="Choose the repair"
      lead={`${name(cause.component, components)}: ${lowerFirst(name(cause.failure, failures))}`}
      command={command}
      form={form}
      fields={["title", "reason"]}
      save="Choose it"
      disabled={!chosen}
      onSubmit={() =>
        chosen &&
        command.save({
          cause,
          option: chosen.kind,
          title: chosen.title,
          reason: form.values.reason,
          refused: Object.entries(refused).flatMap(([each, why]) =>
            why.trim() && each !== chosen.title ? [{ title: each, why: why.trim() }] : [],
          ),
        })
      }
    >
      {!isThere && <p role="status">What the shop knows of it is being fetched …</p>}
      <ul aria-label="Ways to repair it">
        {isThere &&
          options.map((option) => (
            <li key={option.title} className="border-b border-rule py-2">
              <label className="flex items-start gap-3">
                <input
                  type="radio"
                  name="option"
                  checked={title === option.title}
                  onChange={() => setTitle(option.title)}
                  className="mt-1 size-6 shrink-0 accent-ink"
                />
                <Option option={option} />
              </label>
              {option.kind === "recall" && title !== "" && title !== option.title && (
                <TextInput
                  aria-label={`Why ${option.title} was refused`}
                  placeholder="refused by the customer: why"
                  value={refused[option.title] ?? ""}
                  onChange={(event) => setRefused((now) => ({ ...now, [option.title]: event.target.value }))}
                />
              )}
            </li>
          ))}
      </ul>
      <Field name="reason" label="Why this way" hint="what the customer said, what was weighed">
        <TextArea rows={2} {...form.text("reason")} />
      </Field>
    </JobForm>
  );
}

function Option({ option }: { readonly option: CostedOption }) {
  const { unitSystem } = useJobPage().site;
  const { kind, title, price, allMinutes, cost, lifeKm, record, note } = option;
  return (
    <span className="grow">
      <span className="flex justify-between gap-3 font-medium">
        <span>{title}</span>
        <span className="mono shrink-0">{kind === "recall" ? "free" : price.amount > 0 ? moneyText(price) : ""}</span>
      </span>
      <span className="block text-sm text-ink-soft">
        {kind !== "defer" &&
          `${minutesText(allMinutes)}; with the work ${moneyText({ ...price, amount: Math.round(cost) })}; `}
        {availabilityText(option)}
        {lifeKm !== null && `; lasts about ${odometerText(lifeKm, unitSystem)}`}
      </span>
      {record && (
        <span className="block text-sm">
          Here: {record.cameBack} of {record.fitted} such came back ({Math.round(record.share.low * 100)} to{" "}
          {Math.round(record.share.high * 100)} in 100)
        </span>
      )}
      {note && <span className="block text-sm">{note}</span>}
    </span>
  );
}

function availabilityText({ kind, availability, days }: RepairOption): string {
  if (kind === "defer") return "the fault stays, and the customer knows it";
  if (kind === "get-home" || kind === "without-part") return "at once";
  switch (availability) {
    case "stock":
      return "in stock";
    case "days":
      return days === null ? "to be ordered" : days === 1 ? "in 1 day" : `in ${days} days`;
    case "gone":
      return "no longer made";
    case "vin-only":
      return "ordered by VIN only";
    case "restricted":
      return "only for who may order it";
    default:
      return exhaustive(availability, "availabilityText");
  }
}

/** Those of the book; where it has none, what is known of the repair itself; and always what is no repair. */
function optionsOf({ sheet, takes, learnt }: RepairKnown, currency: string): readonly RepairOption[] {
  const usual = { availability: "stock" as const, days: null, lifeKm: null };
  const price = takes?.partsCost ?? { amount: Math.round(learnt?.cost ?? 0), currency };
  const minutes = takes?.minutes ?? Math.round(learnt?.minutes ?? 0);
  const known: readonly RepairOption[] = sheet?.options.length
    ? sheet.options
    : [{ ...usual, kind: "part", title: "New part from the maker", price, minutes, note: takesNote(takes, learnt) }];
  const none = { amount: 0, currency };
  const kinds = new Set(known.map(({ kind }) => kind));
  const also: readonly RepairOption[] = [
    {
      ...usual,
      kind: "get-home",
      title: "Only to get home",
      price: none,
      minutes: 15,
      note: "No repair: the job stays open, or ends as not solved.",
    },
    { ...usual, kind: "defer", title: "Put it off", price: none, minutes: 0, note: "" },
  ];
  return [...known, ...also.filter(({ kind }) => !kinds.has(kind))];
}

function takesNote(takes: RepairKnown["takes"], learnt: RepairKnown["learnt"]): string {
  if (learnt)
    return `${learnt.jobs === 1 ? "1 job" : `${learnt.jobs} jobs`} here took ${minutesText(learnt.minutes)}, as a rule.`;
  return takes ? "" : "Nobody wrote down yet what it takes.";
}
