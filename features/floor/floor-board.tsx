import type { ReactNode } from "react";
import type { PersonId } from "@/core/ids";
import { vehicleName } from "@/core/vehicle";
import type { Spent } from "@/core/job";
import { dateText, minutesText, moneyText } from "@/features/shared/format";
import type { Floor } from "@/server/views/floor";
import { ButtonLink } from "@/ui/button";
import { Empty, Section } from "@/ui/section";
import { FloorJobs } from "./floor-jobs";
import { floorPage, MOST_AT_ONCE, type FloorLook } from "./floor-look";
import { LiveFloor } from "./live-floor";
import { Link } from "@/ui/link";

interface FloorBoardProps {
  readonly floor: Floor;
  /** How it is looked at, where it comes page by page. */
  readonly look: FloorLook;
  readonly mayOpen: boolean;
  readonly me: PersonId;
  readonly timeZone: string;
  readonly currency: string;
}

export function FloorBoard({ floor, look, mayOpen, me, timeZone, currency }: FloorBoardProps) {
  const { jobs, comebacks, followUps, spent } = floor;
  const page = jobs.length > MOST_AT_ONCE ? floorPage(jobs, look, me) : null;
  const shown = page ? page.rows : jobs;
  const versions = Object.fromEntries(shown.map(({ id, version }) => [id, version]));
  return (
    <div className="mx-auto max-w-6xl px-4 py-5 sm:px-6">
      <LiveFloor versions={versions} isWhole={page === null} />
      <div className="mb-4 flex flex-wrap items-center justify-between gap-3">
        <h1 className="text-xl">Floor</h1>
        {mayOpen && (
          <ButtonLink href="/jobs/new" look="main">
            Open a job
          </ButtonLink>
        )}
      </div>
      {jobs.length === 0 && (
        <Empty>
          No job is open.{" "}
          {mayOpen
            ? "Open one when a vehicle comes in; its complaint and codes are enough to start."
            : "The desk opens them."}
        </Empty>
      )}
      <div className="flex flex-col gap-7">
        <AfterJobs
          title="Came back"
          aside="the cause has lost its standing"
          jobs={comebacks}
          what={() => <span className="font-medium text-brick">Open it again</span>}
        />
        {jobs.length > 0 && (
          <FloorJobs
            jobs={shown}
            open={jobs.length}
            remote={page && { hasMore: page.hasMore, pageSize: page.pageSize, total: page.total }}
            me={me}
          />
        )}
        {jobs.length > 0 && <SpentInAll spent={spent} currency={currency} />}
        <AfterJobs
          title="Follow-ups due"
          aside="did it hold?"
          jobs={followUps}
          what={({ closedAt }) => <span className="text-sm">closed {dateText(closedAt, timeZone)}</span>}
        />
      </div>
    </div>
  );
}

/** Where the minutes and the money of the open jobs went. */
function SpentInAll({ spent, currency }: { readonly spent: Spent; readonly currency: string }) {
  const money = (amount: number) => moneyText({ amount: Math.round(amount), currency });
  const { toCauseMinutes, deadEndMinutes, repairMinutes, proofMinutes, parts, partsInVain } = spent;
  const all = toCauseMinutes + deadEndMinutes + repairMinutes + proofMinutes;
  if (all === 0) return null;
  return (
    <p className="text-sm text-ink-soft">
      In all {minutesText(all)}: {minutesText(toCauseMinutes)} looking for causes, {minutesText(deadEndMinutes)} in
      vain, {minutesText(repairMinutes)} on repairs, {minutesText(proofMinutes)} proving them. Parts {money(parts)}
      {partsInVain > 0 && <>, in vain {money(partsInVain)}</>}.
    </p>
  );
}

interface AfterJobsProps {
  readonly title: string;
  readonly aside: string;
  readonly jobs: Floor["followUps"];
  readonly what: (job: Floor["followUps"][number]) => ReactNode;
}

/** Closed jobs that want somebody once more. */
function AfterJobs({ title, aside, jobs, what }: AfterJobsProps) {
  if (!jobs.length) return null;
  return (
    <Section title={title} aside={aside}>
      <ul>
        {jobs.map((job) => (
          <li key={job.id} className="border-b border-rule">
            <Link
              href={`/jobs/${job.id}`}
              className="flex min-h-12 flex-wrap items-baseline gap-x-5 py-2.5 hover:bg-paper-2"
            >
              <span className="mono w-9 text-ink-soft md:w-14 md:-mr-5">{job.number}</span>
              <span className="font-semibold">{vehicleName(job.vehicle)}</span>
              <span className="mono text-sm text-ink-soft">{job.plate}</span>
              <span className="ml-auto">{what(job)}</span>
            </Link>
          </li>
        ))}
      </ul>
    </Section>
  );
}
