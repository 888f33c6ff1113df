import { notFound } from "next/navigation";
import { asJobId } from "@/core/ids";
import { vehicleName } from "@/core/vehicle";
import { JobPage } from "@/features/job/job-page";
import { requireActor } from "@/server/auth/page";
import { rightsOf } from "@/server/auth/rights";
import { loadJobSheet } from "@/server/views/job-sheet";

export default async function JobSheetPage({ params }: PageProps<"/jobs/[id]">) {
  const { actor, site } = await requireActor("shop.read");
  const id = asJobId((await params).id);
  const sheet = id && (await loadJobSheet(site, id));
  if (!sheet) notFound();
  return (
    <>
      <title>{`Job ${sheet.job.number}, ${vehicleName(sheet.vehicle)} · Dead Ends`}</title>
      <JobPage sheet={sheet} site={site} rights={rightsOf(actor)} me={actor.personId} />
    </>
  );
}
