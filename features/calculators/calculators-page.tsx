"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { CALCULATORS } from "@/core/calculators";
import { CalculatorForm } from "@/features/shared/calculators/calculator-form";
import { ConversionLine } from "@/features/shared/calculators/conversion-line";
import { TraceTool } from "@/features/shared/trace/trace-tool";
import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import { ButtonLink } from "@/ui/button";
import { classNames } from "@/ui/class-names";
import { Field, SelectInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { Link } from "@/ui/link";

export interface CalculatorsJob {
  readonly id: string;
  readonly version: number;
  readonly name: string;
}

interface CalculatorsPageProps {
  /** The calculator that the address names. */
  readonly chosen: string;
  /** Open jobs that a result can go to; empty for who may not record. */
  readonly jobs: readonly CalculatorsJob[];
  readonly jobId: string | null;
}

const RECORDING = { key: "recording", title: "Recording over time" } as const;

/** The calculators alone: one at a time, its result on the trail of a job with one tap. */
export function CalculatorsPage({ chosen, jobs, jobId }: CalculatorsPageProps) {
  const { send, busy, message } = useCommand(commandPath("record-note"));
  const notify = useNotify();
  const router = useRouter();
  const addressOf = (key: string) => `/calculators?calculator=${key}${jobId ? `&job=${jobId}` : ""}`;
  const own = jobs.find(({ id }) => id === jobId) ?? null;
  const [target, setTarget] = useState("");
  const job = own ?? jobs.find(({ id }) => id === target) ?? null;
  const calculator = CALCULATORS.find(({ key }) => key === chosen) ?? null;
  const keep = job
    ? async (text: string) => {
        if (await send({ jobId: job.id, version: job.version, text })) notify(`On the trail of ${job.name}`);
      }
    : null;
  return (
    <div className="mx-auto grid max-w-6xl gap-x-8 gap-y-5 px-4 py-5 sm:px-6 lg:grid-cols-[17rem_1fr]">
      <div className="flex flex-col gap-4 lg:col-span-2">
        <div className="flex flex-wrap items-baseline justify-between gap-3">
          <h1 className="text-xl">Calculators</h1>
          {own && (
            <ButtonLink look="quiet" href={`/jobs/${own.id}`}>
              Back to {own.name}
            </ButtonLink>
          )}
        </div>
        <ConversionLine />
      </div>
      {/* On a phone a list of names would push the calculator off the screen. */}
      <SelectInput
        aria-label="Calculator"
        value={chosen}
        onChange={(event) => router.push(addressOf(event.target.value))}
        className="lg:hidden"
      >
        {[...CALCULATORS, RECORDING].map(({ key, title }) => (
          <option key={key} value={key}>
            {title}
          </option>
        ))}
      </SelectInput>
      <nav aria-label="Calculators" className="hidden lg:block">
        <ul className="flex flex-col">
          {[...CALCULATORS, RECORDING].map(({ key, title }) => (
            <li key={key}>
              <Link
                href={addressOf(key)}
                aria-current={key === chosen ? "page" : undefined}
                className={classNames(
                  "inline-flex min-h-11 items-center border-l-4 px-2",
                  key === chosen ? "border-ochre font-semibold" : "border-transparent text-ink-soft hover:text-ink",
                )}
              >
                {title}
              </Link>
            </li>
          ))}
        </ul>
      </nav>
      <section aria-label={calculator?.title ?? RECORDING.title} className="flex max-w-2xl flex-col gap-4">
        <h2 className="border-b border-rule pb-1 text-lg">{calculator?.title ?? RECORDING.title}</h2>
        {calculator ? (
          <CalculatorForm
            key={calculator.key}
            calculator={calculator}
            draftOf={own?.id ?? ""}
            onKeep={keep}
            busy={busy}
          />
        ) : (
          <TraceTool onKeep={keep} busy={busy} />
        )}
        {!own && jobs.length > 0 && (
          <Field name="job" label="The trail it goes to" className="max-w-md">
            <SelectInput value={target} onChange={(event) => setTarget(event.target.value)}>
              <option value="">which job?</option>
              {jobs.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </SelectInput>
          </Field>
        )}
        <CommandMessage message={message} />
      </section>
    </div>
  );
}
