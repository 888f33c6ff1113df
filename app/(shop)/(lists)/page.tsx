import type { Metadata } from "next";
import { FloorBoard } from "@/features/floor/floor-board";
import { may } from "@/server/auth/rights";
import { requireActor } from "@/server/auth/page";
import { pageNumber, searchText } from "@/server/search-text";
import { loadFloor } from "@/server/views/floor";

export const metadata: Metadata = { title: "Floor" };

export default async function FloorPage({ searchParams }: PageProps<"/">) {
  const { actor, site } = await requireActor("shop.read");
  const { search, sort, page, whose } = await searchParams;
  const look = {
    search: searchText(search),
    sort: typeof sort === "string" ? sort : "",
    page: pageNumber(page),
    whose: typeof whose === "string" ? whose : null,
  };
  return (
    <FloorBoard
      look={look}
      floor={await loadFloor(site, new Date())}
      mayOpen={may(actor, "job.open")}
      me={actor.personId}
      timeZone={site.timeZone}
      currency={site.currency}
    />
  );
}
