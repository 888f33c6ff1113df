"use client";

import { lowerFirst } from "@/core/words";
import { minutesText, moneyText } from "@/features/shared/format";
import type { EstimateView } from "@/server/views/repair";
import { Button } from "@/ui/button";
import { Section } from "@/ui/section";
import { useJobPage } from "./job-context";

/** What was asked for repairs before they are done, each with its second look. */
export function Estimates() {
  const { estimates } = useJobPage().sheet;
  if (!estimates.length) return null;
  return (
    <Section title="Estimates" aside="a second look, as the odds stand">
      <ul>
        {estimates.map((estimate) => (
          <li key={estimate.seq} className="border-b border-rule py-2">
            <p className="flex items-baseline justify-between gap-3">
              <span>
                {estimate.what}{" "}
                <span className="text-sm text-ink-soft">{estimate.from === "ours" ? "ours" : "from elsewhere"}</span>
              </span>
              <span className="mono">{moneyText(estimate.amount)}</span>
            </p>
            <Look estimate={estimate} />
          </li>
        ))}
      </ul>
    </Section>
  );
}

const percent = (p: number) => Math.round(p * 100);

function Look({ estimate: { causeName, look } }: { readonly estimate: EstimateView }) {
  const { open } = useJobPage();
  if (!causeName) return <p className="text-sm text-ink-soft">It names no cause: nothing to weigh it against.</p>;
  if (!look) return null;
  const { probability, saves, test, other } = look;
  return (
    <div className="text-sm">
      <p>
        {percent(probability)} in 100 that {lowerFirst(causeName)} is it
        {other && (
          <>
            ; {percent(other.probability)} in 100 {lowerFirst(other.name)}
            {other.parts.amount > 0 && `, parts ${moneyText(other.parts)}`}
          </>
        )}
        .
      </p>
      {test && saves.amount > 0 ? (
        <>
          <p className="font-medium">
            Test first: “{test.title}”, {minutesText(test.minutes)}. On average it saves {moneyText(saves)}.
          </p>
          <Button
            look="quiet"
            className="-ml-2 text-sm"
            onClick={() => open({ kind: "test", procedure: test.procedure })}
          >
            Start it
          </Button>
        </>
      ) : (
        <p>No test that the book knows saves anything here.</p>
      )}
    </div>
  );
}
