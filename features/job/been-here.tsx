"use client";

import Link from "next/link";
import { minutesText, moneyText } from "@/features/shared/format";
import { Empty, Section } from "@/ui/section";
import { useJobPage } from "./job-context";

/** Like jobs, each with its cause, what settled it and why it counts as alike. */
export function BeenHere() {
  const { like } = useJobPage().sheet;
  return (
    <Section
      title="Been here before"
      aside={like.length ? `${like.length} like ${like.length === 1 ? "job" : "jobs"}` : undefined}
    >
      {like.length === 0 && <Empty>No like job yet. This one will be the first for whoever comes next.</Empty>}
      <ul>
        {like.map(({ id, number, vehicle, causes, minutes, because, settledBy }) => (
          <li key={id} className="border-b border-rule">
            <Link href={`/jobs/${id}`} prefetch={false} className="block py-2 hover:bg-paper-2">
              <span className="flex justify-between gap-3">
                <span className="font-medium">{causes}</span>
                <span className="mono shrink-0 text-sm">{minutesText(minutes)}</span>
              </span>
              {settledBy && <span className="block text-sm">Settled by: {settledBy}</span>}
              <span className="block text-sm text-ink-soft">
                Job {number}, {vehicle}: {because.join(", ")}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </Section>
  );
}

/** What others tried in vain on such vehicles, and what it cost them. */
export function ClosedRoads() {
  const { deadEnds } = useJobPage().sheet;
  if (!deadEnds.length) return null;
  return (
    <Section title="Tried in vain" aside={deadEnds[0]?.where}>
      <ul>
        {deadEnds.map(({ kind, subject, name, tried, helped, minutesLost, costLost }) => (
          <li key={kind + subject} className="flex items-baseline justify-between gap-3 border-b border-rule py-2">
            <span>
              {name} {kind === "part" ? "fitted" : "run"}, {tried === 1 ? "1 job" : `${tried} jobs`}: helped{" "}
              {helped === 0 ? "none" : helped}
            </span>
            <span className="mono shrink-0 text-sm text-brick">
              {minutesText(minutesLost)}
              {costLost.amount > 0 && ` · ${moneyText(costLost)}`}
            </span>
          </li>
        ))}
      </ul>
    </Section>
  );
}
