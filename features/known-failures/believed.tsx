import { reported } from "@/core/known-failures";
import { percentText } from "@/features/shared/format";
import { GRADE_WORDS } from "@/features/shared/known-for/words";
import type { KnownFailurePage } from "@/server/views/known-failure-page";
import { Section } from "@/ui/section";

/** The grade, and the counts that it comes from. */
export function Believed({ page: { known, share } }: { readonly page: KnownFailurePage }) {
  return (
    <Section title="How far it is believed" aside={GRADE_WORDS[known.grade]}>
      <p className="pt-2">
        <span className="mono">{known.for}</span> {known.for === 1 ? "job speaks" : "jobs speak"} for it,{" "}
        <span className="mono">{known.against}</span> against: vehicles that passed its check or came through its
        odometer without it
        {reported(known.details.reports, "prevention-failed").count > 0 &&
          ", and people who say that the prevention failed"}
        .
      </p>
      {share && (
        <p>
          <span className="mono">{known.failed}</span> of <span className="mono">{known.vehicles}</span> such vehicles
          here had it: {percentText(share.low)} to {percentText(share.high)} of them fail, as far as so few can say.
        </p>
      )}
      {known.contradicted && (
        <p className="font-semibold text-brick">
          Contradicted: none of our vehicles had it, and {known.against} came through without it.
        </p>
      )}
    </Section>
  );
}
