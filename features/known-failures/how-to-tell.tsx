import Link from "next/link";
import type { LookAlike } from "@/core/known-failures";
import { minutesText } from "@/features/shared/format";
import type { KnownFailurePage } from "@/server/views/known-failure-page";
import { Section } from "@/ui/section";

/** The test that confirms it, the mark of the improved part, and what it is not to be confused with. */
export function HowToTell({ page: { known, check } }: { readonly page: KnownFailurePage }) {
  const { mark, lookAlikes } = known.details;
  return (
    <Section title="How to tell in minutes">
      <div className="flex flex-col gap-2 pt-2">
        {check ? (
          <p>
            <Link href={`/procedures/${check.key}`} className="font-medium underline">
              {check.title}
            </Link>{" "}
            <span className="mono">{minutesText(check.minutes)}</span>
          </p>
        ) : (
          <p className="text-ink-soft">No test is named that confirms it.</p>
        )}
        {mark && (
          <p>
            Improved part, known by: <span className="font-medium">{mark}</span>. Where it is seen, look elsewhere.
          </p>
        )}
        {lookAlikes.map((each) => (
          <LookAlikeLine key={each.otherName + each.question} each={each} />
        ))}
      </div>
    </Section>
  );
}

function LookAlikeLine({ each: { other, otherName, question, procedure } }: { readonly each: LookAlike }) {
  return (
    <p>
      Not to be confused with{" "}
      {other ? (
        <Link href={`/known-failures/${other}`} className="underline">
          {otherName}
        </Link>
      ) : (
        <span className="font-medium">{otherName}</span>
      )}
      : {question}
      {procedure && (
        <Link href={`/procedures/${procedure}`} className="ml-2 underline">
          the test that tells them apart
        </Link>
      )}
    </p>
  );
}
