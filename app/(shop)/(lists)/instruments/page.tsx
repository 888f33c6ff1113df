import type { Metadata } from "next";
import { InstrumentList } from "@/features/instruments/instrument-list";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { listInstruments } from "@/server/db/instruments";
import { pool } from "@/server/db/pool";

export const metadata: Metadata = { title: "Meters" };

export default async function InstrumentsPage() {
  const { actor, site } = await requireActor("shop.read");
  const today = new Date().toISOString().slice(0, 10);
  return (
    <InstrumentList
      instruments={await listInstruments(pool(), site.id)}
      today={today}
      mayEdit={may(actor, "book.edit")}
    />
  );
}
