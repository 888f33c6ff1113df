"use client";

import { odometerText, type UnitSystem } from "@/features/shared/format";
import type { KnownFailureLine, KnownFailuresView } from "@/server/views/known-failures";
import { Empty, Section } from "@/ui/section";
import { Unfold } from "@/ui/unfold";
import { ImportList } from "./import-list";
import { ProposalRow } from "./proposal-row";
import { Standing } from "./standing";
import { BULLETIN_WORDS, GRADE_WORDS } from "@/features/shared/known-for/words";
import { Link } from "@/ui/link";

interface KnownFailuresProps {
  readonly view: KnownFailuresView;
  readonly units: UnitSystem;
  readonly mayEdit: boolean;
  readonly mayExtend: boolean;
}

/** What models are known for: how far each is to be believed is worked out from the jobs here. */
export function KnownFailures({ view: { known, proposals }, units, mayEdit, mayExtend }: KnownFailuresProps) {
  const waiting = known.filter(({ proposed, withdrawn }) => proposed && !withdrawn);
  const speaking = known.filter(({ proposed, withdrawn }) => !proposed && !withdrawn);
  const withdrawn = known.filter((each) => each.withdrawn);
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-7 px-4 py-5 sm:px-6">
      <div>
        <h1 className="text-xl">Known failures</h1>
        <p className="text-ink-soft">
          How far each is to be believed is counted from the jobs here, never claimed: hearsay, a bulletin, seen here,
          or proved here.
        </p>
        {mayExtend && (
          <div className="flex flex-wrap gap-x-5">
            <Link
              href="/known-failures/new"
              className="inline-flex min-h-11 items-center font-medium underline underline-offset-4"
            >
              Write one down
            </Link>
            <Link href="/shelf" className="inline-flex min-h-11 items-center font-medium underline underline-offset-4">
              What to keep on the shelf
            </Link>
          </div>
        )}
      </div>
      {waiting.length > 0 && (
        <Section title="Waits for a lead" aside="written down by technicians">
          <ul>
            {waiting.map((each) => (
              <li key={each.key} className="border-b border-rule py-2">
                <FailureLink each={each} units={units} />
                {mayEdit && <Standing known={each} mayEdit mayExtend={mayExtend} />}
              </li>
            ))}
          </ul>
        </Section>
      )}
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
          <Empty>
            None yet. Write one down, from a job or here; jobs propose them by themselves once a cause stands out.
          </Empty>
        )}
        <ul>
          {speaking.map((each) => (
            <li key={each.key} className="border-b border-rule py-1">
              <FailureLink each={each} units={units} />
            </li>
          ))}
        </ul>
      </Section>
      {withdrawn.length > 0 && (
        <Section title="Withdrawn" aside="on record, and speaks no more">
          <ul>
            {withdrawn.map(({ key, title, withdrawnReason }) => (
              <li key={key} className="border-b border-rule py-2 text-sm">
                <Link href={`/known-failures/${key}`} className="underline">
                  {title}
                </Link>
                : {withdrawnReason}
              </li>
            ))}
          </ul>
        </Section>
      )}
      {mayEdit && (
        <Unfold title="Take in a list from a file">
          <ImportList />
        </Unfold>
      )}
    </div>
  );
}

function FailureLink({ each, units }: { readonly each: KnownFailureLine; readonly units: UnitSystem }) {
  const { key, title, name, scope, odometerKm, grade, contradicted, details } = each;
  return (
    <Link href={`/known-failures/${key}`} className="grid gap-x-5 py-1.5 hover:bg-paper-2 md:grid-cols-[1fr_14rem]">
      <span>
        <span className="block font-medium">{title}</span>
        {each.from && <span className="block text-sm text-ink-soft">from {each.from}</span>}
        <span className="block text-sm">
          {name}; {scope}
          {odometerKm && `; ${odometerText(odometerKm[0], units)} to ${odometerText(odometerKm[1], units)}`}
          {details.bulletin && (
            <span className="font-semibold">
              {" "}
              · {BULLETIN_WORDS[details.bulletin.kind]} <span className="mono">{details.bulletin.reference}</span>
            </span>
          )}
        </span>
      </span>
      <span className="md:text-right">
        <span className="font-semibold">{GRADE_WORDS[grade]}</span>
        <span className="block text-sm">
          <span className="mono">{each.for}</span> for, <span className="mono">{each.against}</span> against
        </span>
        {contradicted && <span className="block text-sm font-semibold text-brick">contradicted here</span>}
      </span>
    </Link>
  );
}
