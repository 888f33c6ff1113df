import { exhaustive } from "@/core/exhaustive";
import { vehicleName } from "@/core/vehicle";
import { dateText, odometerText } from "@/features/shared/format";
import { ButtonLink } from "@/ui/button";
import { CustomerPaper } from "./customer-paper";
import { HandOverPaper } from "./hand-over-paper";
import type { PaperProps } from "./paper-part";
import { PAPERS, type PaperKind } from "./papers";
import { PrintButton } from "@/features/shared/print-button";
import { WarrantyPaper } from "./warranty-paper";
import { Link } from "@/ui/link";

interface JobPaperProps extends PaperProps {
  readonly kind: PaperKind;
  /** Who prints it, and when. */
  readonly by: string;
  readonly now: Date;
}

/** One job on one or two sheets of paper, black on white. */
export function JobPaper({ sheet, site, kind, by, now }: JobPaperProps) {
  const { job, vehicle, facts } = sheet;
  const title = PAPERS.find((each) => each.kind === kind)?.title ?? "";
  return (
    <div className="mx-auto max-w-3xl px-4 py-5 sm:px-6 print:max-w-none print:p-0">
      <div className="no-print mb-5 flex flex-wrap items-center gap-3">
        <ButtonLink look="quiet" href={`/jobs/${job.id}`}>
          Back to the job
        </ButtonLink>
        <nav aria-label="Papers" className="flex flex-wrap gap-x-4">
          {PAPERS.map((each) => (
            <Link
              key={each.kind}
              href={`/jobs/${job.id}/paper?kind=${each.kind}`}
              aria-current={each.kind === kind ? "page" : undefined}
              className="inline-flex min-h-11 items-center underline decoration-rule-strong underline-offset-4 aria-[current]:font-semibold aria-[current]:no-underline"
            >
              {each.title}
            </Link>
          ))}
        </nav>
        <span className="ml-auto">
          <PrintButton />
        </span>
      </div>
      <article className="flex flex-col gap-5 print:text-black">
        <header className="flex flex-wrap items-baseline justify-between gap-x-6 border-b-2 border-ink pb-2">
          <div>
            <h1 className="text-xl">{title}</h1>
            <p>
              {site.name} · job {job.number} · opened {dateText(job.openedAt, site.timeZone)}
              {job.closedAt ? `, closed ${dateText(job.closedAt, site.timeZone)}` : ", not closed yet"}
            </p>
          </div>
          <div>
            <p className="font-semibold">{vehicleName(vehicle)}</p>
            <p className="mono">
              {[vehicle.plate, vehicle.vin, vehicle.engine, odometerText(facts.odometerKm, site.unitSystem)]
                .filter(Boolean)
                .join(" · ")}
            </p>
          </div>
        </header>
        <Body kind={kind} sheet={sheet} site={site} />
        <footer className="border-t border-rule pt-2 text-sm text-ink-soft print:text-black">
          Printed by {by} on {dateText(now, site.timeZone)}.
        </footer>
      </article>
    </div>
  );
}

function Body({ kind, sheet, site }: PaperProps & { readonly kind: PaperKind }) {
  switch (kind) {
    case "customer":
      return <CustomerPaper sheet={sheet} site={site} />;
    case "warranty":
      return <WarrantyPaper sheet={sheet} site={site} />;
    case "hand-over":
      return <HandOverPaper sheet={sheet} site={site} />;
    default:
      return exhaustive(kind, "JobPaper");
  }
}
