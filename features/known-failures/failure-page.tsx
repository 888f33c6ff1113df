import { componentHref, engineHref, modelHref } from "@/features/shared/book-hrefs";
import { odometerText } from "@/features/shared/format";
import { PrintButton } from "@/features/shared/print-button";
import type { Site } from "@/server/db/sites";
import type { KnownFailurePage } from "@/server/views/known-failure-page";
import { Empty, Section } from "@/ui/section";
import { Believed } from "./believed";
import { BulletinSection } from "./bulletin-section";
import { FailureCurveChart } from "./failure-curve-chart";
import { HowToTell } from "./how-to-tell";
import { JobsForIt } from "./jobs-for-it";
import { PreventionSum } from "./prevention-sum";
import { RepairsThatHold } from "./repairs-that-hold";
import { SaidOfIt } from "./said-of-it";
import { ScopeGrid } from "./scope-grid";
import { Standing } from "./standing";
import { Link } from "@/ui/link";

interface FailurePageProps {
  readonly page: KnownFailurePage;
  readonly site: Site;
  readonly mayEdit: boolean;
  readonly mayExtend: boolean;
}

/** All that is known of one known failure: how far it is believed, how to tell, what to do, when it comes, and where it applies. */
export function FailurePage({ page, site, mayEdit, mayExtend }: FailurePageProps) {
  const { known, from, name, scope, symptoms, conditions } = page;
  const { details } = known;
  const window =
    known.odometerKm &&
    `${odometerText(known.odometerKm[0], site.unitSystem)} to ${odometerText(known.odometerKm[1], site.unitSystem)}`;
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-7 px-4 py-5 sm:px-6">
      <div>
        <Link href="/known-failures" className="inline-flex min-h-11 items-center text-sm underline print:hidden">
          Known failures
        </Link>
        <div className="flex flex-wrap items-start justify-between gap-3">
          <div>
            <h1 className="text-xl">{known.title}</h1>
            <p>
              {known.component === null ? (
                name
              ) : (
                <Link href={componentHref(known.component)} className="underline">
                  {name}
                </Link>
              )}
            </p>
            {from && <p>From the casebook of {from}: hearsay, until jobs here show it.</p>}
            <p className="text-ink-soft">
              {scope}
              {window && `; ${window}`}
            </p>
            <p className="no-print flex flex-wrap gap-x-4 text-sm">
              {known.applies.make &&
                known.applies.models.map((model) => (
                  <Link
                    key={model}
                    href={modelHref(known.applies.make ?? "", model)}
                    className="inline-flex min-h-11 items-center underline"
                  >
                    {known.applies.make} {model}
                  </Link>
                ))}
              {known.applies.engines.map((engine) => (
                <Link key={engine} href={engineHref(engine)} className="inline-flex min-h-11 items-center underline">
                  Engine {engine}
                </Link>
              ))}
            </p>
          </div>
          <div className="no-print">
            <PrintButton />
          </div>
        </div>
        <Standing known={known} mayEdit={mayEdit} mayExtend={mayExtend} />
      </div>
      {details.cautions.length > 0 && (
        <div role="note" className="border-l-4 border-ochre bg-ochre-pale px-3 py-2">
          {details.cautions.map((caution) => (
            <p key={caution}>{caution}</p>
          ))}
        </div>
      )}
      <Believed page={page} />
      <Section title="How it shows itself">
        <p className="pt-2">
          {[...symptoms, ...conditions].join("; ") || "Nothing was said of it."}
          {known.codes.length > 0 && <span className="mono"> {known.codes.join(", ")}</span>}
        </p>
        {known.note && <p className="text-ink-soft">{known.note}</p>}
      </Section>
      <HowToTell page={page} mayEdit={mayEdit} />
      {details.bulletin && <BulletinSection page={page} site={site} />}
      <RepairsThatHold page={page} site={site} />
      <PreventionSum page={page} site={site} />
      <Section title="When do they fail" aside="only vehicles that this shop knows">
        {page.curve ? (
          <FailureCurveChart view={page.curve} units={site.unitSystem} />
        ) : (
          <Empty>
            {known.component === null
              ? "What nobody has explained has no odometer yet."
              : "Fewer than three vehicles were watched up to the failure: too few to say when it comes."}
          </Empty>
        )}
      </Section>
      <Section title="Which vehicles" aside="failed of known, by model year">
        <ScopeGrid grid={page.grid} />
      </Section>
      <JobsForIt page={page} site={site} />
      <SaidOfIt page={page} site={site} mayExtend={mayExtend} />
    </div>
  );
}
