import Form from "next/form";
import Link from "next/link";
import { vehicleName } from "@/core/vehicle";
import { dateText, minutesText } from "@/features/shared/format";
import type { Site } from "@/server/db/sites";
import type { ClosedJobsList, ClosedJobView } from "@/server/views/closed-jobs";
import { Button, ButtonLink } from "@/ui/button";
import { TextInput } from "@/ui/form";
import { Empty } from "@/ui/section";

const RUNGS = ["claimed", "bench", "same test", "codes clear", "driven", "held"];

interface ClosedJobsProps {
  readonly list: ClosedJobsList;
  readonly site: Site;
}

export function ClosedJobs({ list, site }: ClosedJobsProps) {
  const { jobs, search, page, hasMore } = list;
  const link = (to: number) =>
    `/jobs/closed?${new URLSearchParams({ ...(search ? { search } : {}), page: String(to) })}`;
  return (
    <div className="mx-auto max-w-6xl px-4 py-5 sm:px-6">
      <div className="mb-4 flex flex-wrap items-end justify-between gap-3">
        <h1 className="text-xl">Closed jobs</h1>
        <Form action="/jobs/closed" className="flex w-full gap-2 sm:w-auto" role="search">
          <label htmlFor="search" className="sr-only">
            Search closed jobs
          </label>
          <TextInput
            id="search"
            name="search"
            defaultValue={search}
            placeholder="plate, model, engine, complaint"
            className="sm:w-80"
          />
          <Button type="submit">Search</Button>
        </Form>
      </div>
      {jobs.length === 0 && (
        <Empty>
          {search
            ? `No closed job has “${search}” in its plate, model, engine, number or complaint.`
            : "No job was closed yet. Close one, and it teaches the next."}
        </Empty>
      )}
      {jobs.length > 0 && (
        <ul className="border-t border-rule">
          {jobs.map((job) => (
            <Row key={job.id} job={job} timeZone={site.timeZone} />
          ))}
        </ul>
      )}
      <div className="mt-4 flex gap-3">
        {page > 0 && <ButtonLink href={link(page - 1)}>Later ones</ButtonLink>}
        {hasMore && <ButtonLink href={link(page + 1)}>Earlier ones</ButtonLink>}
      </div>
    </div>
  );
}

function Row({ job, timeZone }: { readonly job: ClosedJobView; readonly timeZone: string }) {
  const { id, number, vehicle, plate, complaint, closedAt, finding, outcome, minutes, rung, cameBack } = job;
  const isCause = finding === "root-cause";
  return (
    <li className="border-b border-rule">
      <Link
        href={`/jobs/${id}`}
        prefetch={false}
        className="grid gap-x-5 gap-y-0.5 py-2.5 hover:bg-paper-2 md:grid-cols-[3.5rem_7rem_1.1fr_1.6fr_6rem_7.5rem]"
      >
        <span className="mono text-sm text-ink-soft md:pt-0.5">{number}</span>
        <span className="text-sm text-ink-soft md:pt-0.5">{dateText(closedAt, timeZone)}</span>
        <span>
          <span className="block font-medium">{vehicleName(vehicle)}</span>
          <span className="mono block text-sm text-ink-soft">{plate}</span>
        </span>
        <span>
          <span className={isCause ? "block font-medium" : "block font-medium text-ochre-ink"}>{outcome}</span>
          <span className="line-clamp-1 text-sm text-ink-soft">“{complaint}”</span>
        </span>
        <span className="text-sm md:text-right">
          {cameBack ? <span className="font-semibold text-brick">came back</span> : isCause ? RUNGS[rung] : ""}
        </span>
        <span className="mono text-sm whitespace-nowrap md:text-right">{minutesText(minutes)}</span>
      </Link>
    </li>
  );
}
