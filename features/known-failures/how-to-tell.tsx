import type { LookAlike } from "@/core/known-failures";
import { minutesText } from "@/features/shared/format";
import { PictureBeside } from "@/features/shared/picture-beside";
import type { KnownFailurePage } from "@/server/views/known-failure-page";
import { Section } from "@/ui/section";
import { Link } from "@/ui/link";

/** The test that confirms it, the mark of the improved part, and what it is not to be confused with. */
export function HowToTell({ page, mayEdit }: { readonly page: KnownFailurePage; readonly mayEdit: boolean }) {
  const { known, check } = page;
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
        {mark && <MarkPicture page={page} mayEdit={mayEdit} />}
        {lookAlikes.map((each) => (
          <LookAlikeLine key={each.otherName + each.question} each={each} />
        ))}
      </div>
    </Section>
  );
}

function MarkPicture({ page, mayEdit }: { readonly page: KnownFailurePage; readonly mayEdit: boolean }) {
  const { known, markPictureSince } = page;
  const address = `/api/v1/patterns/${known.key}/mark-picture`;
  return (
    <div className="flex flex-col items-start gap-1">
      {markPictureSince && (
        // A picture of the shop's own, read anew when another one takes its place.
        // eslint-disable-next-line @next/next/no-img-element
        <img
          src={`${address}?since=${markPictureSince.getTime()}`}
          alt={`The mark: ${known.details.mark}`}
          className="max-h-60 max-w-full border border-rule"
        />
      )}
      {mayEdit && (
        <PictureBeside
          address={address}
          label="Picture of the mark"
          has={markPictureSince !== null}
          remove={{ name: "remove-mark-picture", input: { key: known.key } }}
        />
      )}
    </div>
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
