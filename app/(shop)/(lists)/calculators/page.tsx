import type { Metadata } from "next";
import { CALCULATORS } from "@/core/calculators";
import { vehicleName } from "@/core/vehicle";
import { CalculatorsPage } from "@/features/calculators/calculators-page";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { listOpenJobs } from "@/server/db/job-lists";
import { pool } from "@/server/db/pool";

export const metadata: Metadata = { title: "Calculators" };

export default async function CalculatorsRoute({ searchParams }: PageProps<"/calculators">) {
  const { actor, site } = await requireActor("shop.read");
  const { calculator, job } = await searchParams;
  const open = may(actor, "job.record") ? await listOpenJobs(pool(), site.id) : [];
  return (
    <CalculatorsPage
      chosen={typeof calculator === "string" ? calculator : (CALCULATORS[0]?.key ?? "")}
      jobId={typeof job === "string" ? job : null}
      jobs={open.map(({ id, version, number, vehicle, plate }) => ({
        id,
        version,
        name: [`job ${number}`, vehicleName(vehicle), plate].filter(Boolean).join(", "),
      }))}
    />
  );
}
