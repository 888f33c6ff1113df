import { notFound } from "next/navigation";
import { asJobId } from "@/core/ids";
import { vehicleName } from "@/core/vehicle";
import { JobPaper } from "@/features/papers/job-paper";
import { PAPERS } from "@/features/papers/papers";
import { requireActor } from "@/server/auth/page";
import { loadJobSheet } from "@/server/views/job-sheet";

/** A job on paper: for the customer, for a warranty claim, for whoever takes it over. */
export default async function JobPaperPage({ params, searchParams }: PageProps<"/jobs/[id]/paper">) {
  const { actor, site } = await requireActor("shop.read");
  const id = asJobId((await params).id);
  const sheet = id && (await loadJobSheet(site, id));
  if (!sheet) notFound();
  const { kind } = await searchParams;
  const paper = PAPERS.find((each) => each.kind === kind) ?? PAPERS[0];
  return (
    <>
      <title>{`${paper.title}, job ${sheet.job.number}, ${vehicleName(sheet.vehicle)} · Dead Ends`}</title>
      <JobPaper sheet={sheet} site={site} kind={paper.kind} by={actor.name} now={new Date()} />
    </>
  );
}
