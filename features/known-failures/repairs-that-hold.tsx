import { upperFirst } from "@/core/words";
import { odometerText, percentText } from "@/features/shared/format";
import type { Site } from "@/server/db/sites";
import type { KnownFailurePage } from "@/server/views/known-failure-page";
import { Section } from "@/ui/section";
import { OUTCOME_WORDS } from "./words";

/** What was done about it: as it is told, and as the jobs here show. */
export function RepairsThatHold({
  page: { known, held, told },
  site,
}: {
  readonly page: KnownFailurePage;
  readonly site: Site;
}) {
  const { repairs, fits } = known.details;
  if (!repairs.length && !held.length && !fits.length) return null;
  return (
    <Section title="Repairs" aside="as told, and as the jobs here show">
      <ul>
        {repairs.map(({ title, outcome, component, note }) => (
          <li key={title} className="flex flex-wrap gap-x-4 border-b border-rule py-2">
            <span className="font-medium">{title}</span>
            <span className={outcome === "in-vain" ? "text-brick" : ""}>{OUTCOME_WORDS[outcome]}</span>
            {note && <span className="text-sm text-ink-soft">{note}</span>}
            <ToldRecord of={told.find((each) => each.component === component)} />
          </li>
        ))}
        {held.map((each) => (
          <li key={each.source} className="flex flex-wrap gap-x-4 border-b border-rule py-2">
            <span className="font-medium">{upperFirst(each.source)}</span>
            <span>
              <span className="mono">{each.failedAgain}</span> of <span className="mono">{each.fitted}</span> failed
              again ({percentText(each.failedAgainShare.low)} to {percentText(each.failedAgainShare.high)})
            </span>
            <span className="text-sm text-ink-soft">
              watched for {odometerText(each.watchedKm, site.unitSystem)} in all
              {each.medianKm !== null && `; half had failed again by ${odometerText(each.medianKm, site.unitSystem)}`}
            </span>
          </li>
        ))}
        {fits.map(({ partNumber, from }) => (
          <li key={partNumber} className="border-b border-rule py-2 text-sm">
            Fits as well: <span className="mono">{partNumber}</span> {from && `(${from})`}
          </li>
        ))}
      </ul>
    </Section>
  );
}

/** What the jobs here say of a repair that is told. */
function ToldRecord({ of }: { readonly of: KnownFailurePage["told"][number] | undefined }) {
  if (!of) return null;
  return (
    <span className="text-sm">
      here: helped <span className="mono">{of.helped}</span> of <span className="mono">{of.fitted}</span>
      {of.cameBack > 0 && (
        <>
          , <span className="mono">{of.cameBack}</span> came back
        </>
      )}
    </span>
  );
}
