"use client";

import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import type { SystemWord } from "@/server/db/book";
import type { ModelChoices } from "@/server/db/catalogue";
import type { DesignedCase } from "@/server/db/designed-cases";
import { Button } from "@/ui/button";
import { Empty, Section } from "@/ui/section";
import { AddDesigned } from "./add-designed";

interface DesignedListProps {
  readonly cases: readonly DesignedCase[];
  readonly symptoms: readonly SystemWord[];
  readonly models: readonly ModelChoices[];
  readonly mayAdd: boolean;
  readonly mayEdit: boolean;
}

/** What looks like a fault and is none: a lamp that says that a function is switched on. */
export function DesignedList({ cases, symptoms, models, mayAdd, mayEdit }: DesignedListProps) {
  const labelOf = (key: string) => symptoms.find((word) => word.key === key)?.label ?? key;
  return (
    <div className="mx-auto flex max-w-4xl flex-col gap-7 px-4 py-5 sm:px-6">
      <div>
        <h1 className="text-xl">Works as designed</h1>
        <p className="text-ink-soft">
          What customers take for a fault. A job with such a symptom on such a vehicle says so before anything is taken
          apart.
        </p>
      </div>
      <Section title="Known cases">
        {cases.length === 0 && <Empty>None yet. Note the next one that costs a morning.</Empty>}
        <ul>
          {cases.map((each) => (
            <Row key={each.id} designed={each} symptom={labelOf(each.symptom)} mayEdit={mayEdit} />
          ))}
        </ul>
      </Section>
      {mayAdd && <AddDesigned symptoms={symptoms} models={models} />}
    </div>
  );
}

interface RowProps {
  readonly designed: DesignedCase;
  readonly symptom: string;
  readonly mayEdit: boolean;
}

function Row({ designed: { id, make, models, what, checkBy, tellCustomer }, symptom, mayEdit }: RowProps) {
  const { send, busy, message } = useCommand(commandPath("drop-designed"));
  const where = [make || "every make", models.join(", ")].filter(Boolean).join(" ");
  return (
    <li className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-2">
      <span className="grow basis-80">
        <span className="font-medium">{symptom}</span>
        <span className="text-sm text-ink-soft"> · {where}</span>
        <span className="block">{what}</span>
        {checkBy && <span className="block text-sm">How to tell: {checkBy}</span>}
        <span className="block text-sm text-ink-soft">To the customer: {tellCustomer}</span>
      </span>
      {mayEdit && (
        <Button look="quiet" busy={busy} aria-label={`Forget ${symptom}, ${where}`} onClick={() => void send({ id })}>
          Forget
        </Button>
      )}
      <CommandMessage message={message} />
    </li>
  );
}
