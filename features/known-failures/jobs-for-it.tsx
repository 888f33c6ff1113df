import { dateText, odometerText } from "@/features/shared/format";
import type { Site } from "@/server/db/sites";
import type { KnownFailurePage } from "@/server/views/known-failure-page";
import { Empty, Section } from "@/ui/section";
import { Link } from "@/ui/link";

/** The jobs here that speak for it. */
export function JobsForIt({ page: { jobs }, site }: { readonly page: KnownFailurePage; readonly site: Site }) {
  return (
    <Section title="Jobs that speak for it" aside={jobs.length === 1 ? "1 job" : `${jobs.length} jobs`}>
      {jobs.length === 0 && <Empty>None here yet.</Empty>}
      <ul>
        {jobs.map(({ id, number, vehicle, odometerKm, closedAt, rung, cameBack }) => (
          <li key={id} className="border-b border-rule">
            <Link
              href={`/jobs/${id}`}
              className="grid min-h-11 items-center gap-x-4 py-1.5 hover:bg-paper-2 sm:grid-cols-[4rem_1fr_8rem_8rem_8rem]"
            >
              <span className="mono text-sm text-ink-soft">{number}</span>
              <span>{vehicle}</span>
              <span className="mono text-sm">{odometerText(odometerKm, site.unitSystem)}</span>
              <span className="text-sm text-ink-soft">{dateText(closedAt, site.timeZone)}</span>
              <span className={cameBack ? "text-sm text-brick" : "text-sm"}>
                {cameBack ? "came back" : `rung ${rung}`}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </Section>
  );
}
