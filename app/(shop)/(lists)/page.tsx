import type { Metadata } from "next";
import { FloorBoard } from "@/features/floor/floor-board";
import { may } from "@/server/auth/rights";
import { requireActor } from "@/server/auth/page";
import { loadFloor } from "@/server/views/floor";

export const metadata: Metadata = { title: "Floor" };

export default async function FloorPage() {
  const { actor, site } = await requireActor("shop.read");
  return (
    <FloorBoard
      floor={await loadFloor(site, new Date())}
      mayOpen={may(actor, "job.open")}
      me={actor.personId}
      timeZone={site.timeZone}
      currency={site.currency}
    />
  );
}
