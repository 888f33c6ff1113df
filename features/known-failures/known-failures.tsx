"use client";

import { odometerText, type UnitSystem } from "@/features/shared/format";
import type { KnownFailuresView } from "@/server/views/known-failures";
import { Empty, Section } from "@/ui/section";
import { ProposalRow } from "./proposal-row";
import { WithdrawOne } from "./withdraw-one";

interface KnownFailuresProps {
  readonly view: KnownFailuresView;
  readonly units: UnitSystem;
  readonly mayEdit: boolean;
}

const GRADE_WORDS = {
  hearsay: "hearsay",
  bulletin: "bulletin",
  seen: "seen here",
  proved: "proved here",
} as const;

/** What models are known for: how far each is to be believed is worked out from the jobs here. */
export function KnownFailures({ view: { known, proposals }, units, mayEdit }: KnownFailuresProps) {
  const speaking = known.filter(({ withdrawn }) => !withdrawn);
  const withdrawn = known.filter((each) => each.withdrawn);
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-7 px-4 py-5 sm:px-6">
      <div>
        <h1 className="text-xl">Known failures</h1>
        <p className="text-ink-soft">
          How far each is to be believed is counted from the jobs here, never claimed: hearsay, a bulletin, seen here,
          or proved here.
        </p>
      </div>
      {proposals.length > 0 && (
        <Section title="Proposed by the jobs" aside="stands out beyond chance">
          <ul>
            {proposals.map((proposal) => (
              <ProposalRow key={proposal.name + proposal.scope} proposal={proposal} mayEdit={mayEdit} />
            ))}
          </ul>
        </Section>
      )}
      <Section
        title="On record"
        aside={speaking.length === 1 ? "1 known failure" : `${speaking.length} known failures`}
      >
        {speaking.length === 0 && (
          <Empty>None yet. Jobs propose them by themselves once a cause stands out on some model or engine.</Empty>
        )}
        <ul>
          {speaking.map((each) => (
            <li key={each.key} className="grid gap-x-5 border-b border-rule py-2 md:grid-cols-[1fr_14rem]">
              <div>
                <p className="font-medium">{each.title}</p>
                <p className="text-sm">
                  {each.name}; {each.scope}
                  {each.odometerKm &&
                    `; ${odometerText(each.odometerKm[0], units)} to ${odometerText(each.odometerKm[1], units)}`}
                </p>
                {each.note && <p className="text-sm text-ink-soft">{each.note}</p>}
                {mayEdit && <WithdrawOne knownKey={each.key} title={each.title} />}
              </div>
              <p className="md:text-right">
                <span className="font-semibold">{GRADE_WORDS[each.grade]}</span>
                <span className="block text-sm">
                  <span className="mono">{each.for}</span> for, <span className="mono">{each.against}</span> against
                </span>
                {each.against > each.for && each.for > 0 && (
                  <span className="block text-sm font-semibold text-brick">more speaks against it</span>
                )}
              </p>
            </li>
          ))}
        </ul>
      </Section>
      {withdrawn.length > 0 && (
        <Section title="Withdrawn" aside="on record, and speaks no more">
          <ul>
            {withdrawn.map(({ key, title, withdrawnReason }) => (
              <li key={key} className="border-b border-rule py-2 text-sm">
                {title}: {withdrawnReason}
              </li>
            ))}
          </ul>
        </Section>
      )}
    </div>
  );
}
