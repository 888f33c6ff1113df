import type { ReactNode } from "react";
import type { PersonId } from "@/core/ids";
import type { Need } from "@/core/job";
import { vehicleName } from "@/core/vehicle";
import { dateText, minutesText, percentText } from "@/features/shared/format";
import type { Floor, FloorJob } from "@/server/views/floor";
import { ButtonLink } from "@/ui/button";
import { Empty, Section } from "@/ui/section";
import Link from "next/link";
import { LiveFloor } from "./live-floor";

interface FloorBoardProps {
  readonly floor: Floor;
  readonly mayOpen: boolean;
  readonly me: PersonId;
  readonly timeZone: string;
}

/** In the order of what holds a bay up longest: a vehicle that only waits to be proved or closed goes out first. */
const GROUPS: readonly { readonly needs: readonly Need["kind"][]; readonly title: string; readonly aside: string }[] = [
  { needs: ["part-result"], title: "Part is in, try it", aside: "record its result" },
  { needs: ["proof"], title: "Needs proof", aside: "repaired, not yet believed" },
  { needs: ["decision"], title: "Needs a decision", aside: "name the cause, close" },
  { needs: ["watch"], title: "Being watched", aside: "did not show itself" },
  { needs: ["test", "nothing"], title: "Needs a test", aside: "the next step and its minutes" },
];

export function FloorBoard({ floor, mayOpen, me, timeZone }: FloorBoardProps) {
  const { jobs, comebacks, followUps } = floor;
  const versions = Object.fromEntries(jobs.map(({ id, version }) => [id, version]));
  return (
    <div className="mx-auto max-w-6xl px-4 py-5 sm:px-6">
      <LiveFloor versions={versions} />
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
        {GROUPS.map(({ needs, title, aside }) => {
          const rows = jobs.filter(({ need }) => needs.includes(need));
          if (!rows.length) return null;
          return (
            <Section key={title} title={title} aside={aside}>
              <ul>
                {rows.map((job) => (
                  <JobRow key={job.id} job={job} mine={job.heldBy === me} />
                ))}
              </ul>
            </Section>
          );
        })}
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

function JobRow({ job, mine }: { readonly job: FloorJob; readonly mine: boolean }) {
  const { id, number, vehicle, plate, complaint, heldByName, minutes, next, leading } = job;
  return (
    <li className="border-b border-rule">
      <Link
        href={`/jobs/${id}`}
        prefetch={false}
        className="grid gap-x-5 gap-y-1 py-3 hover:bg-paper-2 md:grid-cols-[3.5rem_1.25fr_1.5fr_1fr_7rem]"
      >
        <span className="mono pt-0.5 text-ink-soft">{number}</span>
        <span>
          <span className="block font-semibold">{vehicleName(vehicle)}</span>
          <span className="mono block text-sm text-ink-soft">{plate ?? "no plate"}</span>
          <span className="line-clamp-2 text-sm text-ink-soft">“{complaint}”</span>
        </span>
        <Lines label="Next">
          <span className="font-medium text-ochre-ink">{next}</span>
        </Lines>
        <Lines label="Leading">
          {leading ? (
            <>
              <span className="mono">{percentText(leading.p)}</span> {leading.name}
            </>
          ) : (
            <span className="text-ink-soft">nothing yet</span>
          )}
        </Lines>
        <span className="flex gap-3 text-sm md:flex-col md:items-end md:gap-0">
          <span className="mono">{minutesText(minutes)}</span>
          <span className={mine ? "font-semibold" : "text-ink-soft"}>{heldByName ?? "nobody has it"}</span>
        </span>
      </Link>
    </li>
  );
}

function Lines({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  return (
    <span className="leading-snug">
      <span className="mr-2 text-xs text-ink-soft md:block">{label}</span>
      {children}
    </span>
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
              prefetch={false}
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
