import type { Metadata } from "next";
import { ClosedJobs } from "@/features/closed/closed-jobs";
import { requireActor } from "@/server/auth/page";
import { CLOSED_RESULTS } from "@/server/db/job-lists";
import { pageNumber, searchText } from "@/server/search-text";
import { loadClosedJobs } from "@/server/views/closed-jobs";

export const metadata: Metadata = { title: "Closed jobs" };

export default async function ClosedJobsPage({ searchParams }: PageProps<"/jobs/closed">) {
  const { site } = await requireActor("shop.read");
  const { search, page, result, sort } = await searchParams;
  const asked = {
    search: searchText(search),
    result: CLOSED_RESULTS.find((each) => each === result) ?? null,
    oldestFirst: sort === "closed",
    page: pageNumber(page),
  };
  const list = await loadClosedJobs(site, asked, new Date());
  return <ClosedJobs list={list} timeZone={site.timeZone} />;
}
