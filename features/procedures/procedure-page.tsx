"use client";

import { useRouter } from "next/navigation";
import { componentHref } from "@/features/shared/book-hrefs";
import type { ReactNode } from "react";
import type { Procedure, VariantSpec } from "@/core/book";
import { scopeText } from "@/core/known-failures";
import { formatQuantity, formatSpec } from "@/core/measure";
import { minutesText } from "@/features/shared/format";
import type { ProcedureView } from "@/server/views/procedures";
import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import { Button, ButtonLink } from "@/ui/button";
import { PictureBeside } from "@/features/shared/picture-beside";
import { StepList } from "@/features/shared/step-list";
import { Section } from "@/ui/section";
import { KIND_WORDS } from "./kind-words";
import { Link } from "@/ui/link";

interface ProcedurePageProps {
  readonly view: ProcedureView;
  readonly mayEdit: boolean;
}

/** One procedure: what it asks and takes, what is wanted by variant, and what its outcomes do to suspects. */
export function ProcedurePage({
  view: { procedure, from, component, outcomes, knownGood },
  mayEdit,
}: ProcedurePageProps) {
  const { title, question, version, cautions, preconditions, steps } = procedure;
  return (
    <div className="mx-auto flex max-w-3xl flex-col gap-6 px-4 py-5 sm:px-6">
      <div>
        <h1 className="text-xl">{title}</h1>
        {procedure.proposed && (
          <p className="border-l-4 border-ochre pl-3">Proposed: not offered as a test until a lead takes it in.</p>
        )}
        {procedure.general && (
          <p className="border-l-4 border-rule-strong pl-3">General practice, not this shop’s experience.</p>
        )}
        {from && (
          <p className="border-l-4 border-rule-strong pl-3">From the casebook of {from}, not this shop’s own.</p>
        )}
        {procedure.applies && <p className="text-sm">For {scopeText(procedure.applies)}.</p>}
        {question && <p>{question}</p>}
        <p className="text-sm text-ink-soft">
          {component && procedure.component && (
            <>
              <Link href={componentHref(procedure.component)} className="underline">
                {component}
              </Link>
              {" · "}
            </>
          )}
          {[KIND_WORDS[procedure.kind], work(procedure), `version ${version}`].filter(Boolean).join(" · ")}
        </p>
        {mayEdit && (
          <div className="mt-2 flex flex-wrap gap-3">
            <ButtonLink href={`/procedures/${procedure.key}/edit`}>
              {procedure.proposed ? "Look at it and take it in" : "Change it"}
            </ButtonLink>
            {procedure.proposed && <DropProposal procedureKey={procedure.key} />}
          </div>
        )}
      </div>
      {cautions.length > 0 && <Lines title="Caution" lines={cautions} />}
      {preconditions.length > 0 && <Lines title="Before it starts" lines={preconditions} />}
      {steps.length > 0 && (
        <Section title="Steps">
          <StepList
            procedure={procedure}
            behind={(step) =>
              mayEdit && (
                <PictureBeside
                  address={`/api/v1/procedures/${procedure.key}/picture?step=${encodeURIComponent(step)}`}
                  label={`Picture for: ${step}`}
                  has={procedure.pictured.includes(step)}
                  remove={{ name: "remove-step-picture", input: { procedure: procedure.key, step } }}
                />
              )
            }
          />
        </Section>
      )}
      <Section title="Wanted">
        <ul>
          {procedure.spec && <Value words="every vehicle, its maker’s part">{formatSpec(procedure.spec)}</Value>}
          {procedure.specs.map((each) => (
            <Value key={JSON.stringify(each)} words={variantWords(each)}>
              {formatSpec(each.spec)}
            </Value>
          ))}
          {knownGood && (
            <Value words={`measured here on good parts, ${knownGood.n} of them`}>
              {formatQuantity(knownGood.median)} ± {formatQuantity(knownGood.spread)}
            </Value>
          )}
          {!procedure.spec && procedure.specs.length === 0 && (
            <li className="py-2 text-ink-soft">
              {procedure.kind === "high-voltage"
                ? "Dead, with the tester proved before and after."
                : "No values: it is judged by what is seen, or by its like."}
            </li>
          )}
        </ul>
      </Section>
      <Section title="Outcomes" aside="what each does to suspects">
        <ul>
          {outcomes.map(({ label, effects }) => (
            <li key={label} className="border-b border-rule py-2">
              <p className="font-medium">{label}</p>
              <p className="text-sm text-ink-soft">{effects.join("; ") || "moves nothing"}</p>
            </li>
          ))}
        </ul>
      </Section>
    </div>
  );
}

function DropProposal({ procedureKey }: { readonly procedureKey: string }) {
  const { send, busy, message } = useCommand(commandPath("drop-proposal"));
  const router = useRouter();
  return (
    <>
      <Button
        look="warn"
        busy={busy}
        onClick={async () => {
          if (await send({ key: procedureKey })) router.push("/procedures");
        }}
      >
        Leave it out
      </Button>
      <CommandMessage message={message} />
    </>
  );
}

function work({ minutes, access, accessMinutes, tools, place }: Procedure): string {
  const reach = access && accessMinutes > 0 ? ` and ${minutesText(accessMinutes)} to get there` : "";
  return [`${minutesText(minutes)}${reach}`, tools.join(", "), place].filter(Boolean).join(" · ");
}

function variantWords({ years, engines, markets, partMaker, reference }: VariantSpec): string {
  return [
    years ? `${years[0]} to ${years[1]}` : "",
    engines.length ? `engine ${engines.join(", ")}` : "",
    markets.length ? `built for ${markets.join(", ")}` : "",
    partMaker ? `part by ${partMaker}` : "",
    reference,
  ]
    .filter(Boolean)
    .join(" · ");
}

function Value({ words, children }: { readonly words: string; readonly children: ReactNode }) {
  return (
    <li className="flex flex-wrap justify-between gap-x-4 border-b border-rule py-2">
      <span>{words}</span>
      <span className="mono">{children}</span>
    </li>
  );
}

interface LinesProps {
  readonly title: string;
  readonly lines: readonly string[];
}

function Lines({ title, lines }: LinesProps) {
  return (
    <Section title={title}>
      <ul className="list-disc py-2 pl-6">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </Section>
  );
}
