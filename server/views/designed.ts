import "server-only";
import type { JobFacts } from "@/core/job";
import { designedCasesFor, jobsWithoutFault } from "@/server/db/designed-cases";
import type { Db } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";

/** What may look like a fault on this vehicle and be none. */
export interface DesignedView {
  /** "known case", "job 312" */
  readonly from: string;
  readonly what: string;
  /** How to tell it from a fault; empty where nobody wrote it down. */
  readonly checkBy: string;
  readonly tellCustomer: string;
}

/** Known cases that fit the symptoms and the vehicle, then jobs on this model that ended so; none once a finding stands. */
export async function loadDesigned(db: Db, site: Site, facts: JobFacts): Promise<readonly DesignedView[]> {
  const symptoms = facts.symptoms.map(({ key }) => key);
  if (!symptoms.length || facts.finding || facts.closed) return [];
  const known = await designedCasesFor(db, symptoms, facts.vehicle);
  const jobs = await jobsWithoutFault(db, site.id, symptoms, facts.vehicle);
  return [
    ...known.map(({ what, checkBy, tellCustomer }) => ({ from: "known case", what, checkBy, tellCustomer })),
    ...jobs.map(({ number, why, tellCustomer }) => ({
      from: `job ${number}`,
      what: why || "Ended as no fault.",
      checkBy: "",
      tellCustomer: tellCustomer ?? "",
    })),
  ];
}
