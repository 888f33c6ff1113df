"use client";

import { ChevronDown } from "lucide-react";
import { componentHref } from "@/features/shared/book-hrefs";
import { percentText } from "@/features/shared/format";
import type { ReasonView, SuspectView } from "@/server/views/advice-view";
import { Button } from "@/ui/button";
import { Empty, Section } from "@/ui/section";
import { Unfold } from "@/ui/unfold";
import { useJobPage, useMay } from "./job-context";
import { Link } from "@/ui/link";

/** The suspects in the order of their odds, each with what speaks for and against it. */
export function Suspects() {
  const { sheet, open } = useJobPage();
  const mayExtend = useMay("book.extend");
  const { suspects, unknown, unknownIn } = sheet.advice;
  return (
    <Section title="Suspects" aside={`${percentText(unknown)} not in the book`}>
      {unknownIn.length > 0 && (
        <p className="text-sm text-ink-soft">
          Not in the book, and where it would be:{" "}
          {unknownIn.map(({ name, p }) => `${name} ${percentText(p)}`).join("; ")}.
        </p>
      )}
      {suspects.length === 0 && <Empty>The book knows no cause yet. Name a suspect, and it is one from now on.</Empty>}
      <ul>
        {suspects.map((suspect) => (
          <Suspect key={suspect.key} suspect={suspect} />
        ))}
      </ul>
      <Beside />
      {mayExtend && !sheet.facts.closed && (
        <Button look="quiet" onClick={() => open({ kind: "suspect" })}>
          Name another suspect
        </Button>
      )}
    </Section>
  );
}

/** What the odds alone do not say: pairs, what is not explained yet, and what would change the lead. */
function Beside() {
  const { sheet } = useJobPage();
  const { pairs, stillOpen, changes, suspects } = sheet.advice;
  if (sheet.facts.closed) return null;
  return (
    <div className="flex flex-col gap-1 py-2 text-sm">
      {pairs.slice(0, MOST_PAIRS).map(({ name, p }) => (
        <p key={name}>
          <span className="font-medium">Two at once?</span> {name}: {percentText(p)}
        </p>
      ))}
      {stillOpen.length > 0 && (
        <p>
          <span className="font-medium">Still open:</span> {stillOpen.join(", ")}. {suspects[0]?.name} does not explain{" "}
          {stillOpen.length === 1 ? "it" : "them"}.
        </p>
      )}
      {changes.length > 0 && (
        <Unfold title="What would change this?">
          <ul className="list-disc pl-5">
            {changes.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        </Unfold>
      )}
    </div>
  );
}

const MOST_PAIRS = 2;

function Suspect({ suspect }: { readonly suspect: SuspectView }) {
  const { name, p, closed, named, general, reasons, component, failure } = suspect;
  const { open, sheet } = useJobPage();
  const mayRecord = useMay("job.record");
  return (
    <li className="border-b border-rule">
      <details className="group">
        <summary className="flex min-h-11 cursor-pointer list-none items-center gap-3 py-1">
          <span className="mono w-14 shrink-0 text-right text-sm whitespace-nowrap">{percentText(p)}</span>
          <span className={closed ? "grow text-ink-soft line-through" : "grow font-medium"}>{name}</span>
          {named && !closed && <span className="text-sm text-ink-soft">named</span>}
          {general && !named && !closed && <span className="text-sm text-ink-soft">general practice</span>}
          {closed && <span className="text-sm font-semibold text-brick">closed</span>}
          <ChevronDown aria-hidden size={18} className="shrink-0 text-ink-soft group-open:rotate-180" />
        </summary>
        <ul className="pb-2 pl-17 text-sm">
          {reasons.map((reason) => (
            <Reason key={reason.name + reason.text} reason={reason} />
          ))}
          {reasons.length === 0 && <li className="text-ink-soft">Nothing speaks for or against it yet.</li>}
          <li className="flex flex-wrap gap-x-4">
            <Link href={componentHref(component)} className="inline-flex min-h-11 items-center underline">
              How it fails, and what settles it
            </Link>
            {mayRecord && !sheet.facts.closed && (
              <Button
                look="quiet"
                className="text-sm"
                onClick={() => open({ kind: "part", cause: { component, failure } })}
              >
                Repair this
              </Button>
            )}
          </li>
        </ul>
      </details>
    </li>
  );
}

/** Weights are nats of log odds; people get plus and minus signs, one for each doubling or so. */
function Reason({ reason }: { readonly reason: ReasonView }) {
  const { name, text, weight } = reason;
  const signs = Math.min(4, Math.max(1, Math.round(Math.abs(weight) / Math.LN2)));
  const speaksFor = weight > 0;
  return (
    <li className="flex gap-2 py-0.5">
      <span className={`mono w-10 shrink-0 ${speaksFor ? "text-spruce" : "text-brick"}`}>
        <span aria-hidden>{(speaksFor ? "+" : "−").repeat(signs)}</span>
        <span className="sr-only">{speaksFor ? "for" : "against"}</span>
      </span>
      <span>
        <span className="font-medium">{name}</span>: {text}
      </span>
    </li>
  );
}
