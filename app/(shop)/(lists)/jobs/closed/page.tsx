import type { Metadata } from "next";
import { ClosedJobs } from "@/features/closed/closed-jobs";
import { requireActor } from "@/server/auth/page";
import { searchText } from "@/server/search-text";
import { loadClosedJobs } from "@/server/views/closed-jobs";

export const metadata: Metadata = { title: "Closed jobs" };

export default async function ClosedJobsPage({ searchParams }: PageProps<"/jobs/closed">) {
  const { site } = await requireActor("shop.read");
  const { search, page } = await searchParams;
  const list = await loadClosedJobs(site, {
    search: searchText(search),
    page: Math.max(0, Math.min(10_000, Math.trunc(Number(page)) || 0)),
  });
  return <ClosedJobs list={list} site={site} />;
}
