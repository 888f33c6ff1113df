import type { Metadata } from "next";
import { CasebookPage } from "@/features/casebook/casebook-page";
import { requireActor } from "@/server/auth/page";
import { readOtherShops } from "@/server/db/other-shops";
import { pool } from "@/server/db/pool";

export const metadata: Metadata = { title: "Casebook" };

export default async function CasebookRoute() {
  const { site } = await requireActor("book.edit");
  return <CasebookPage shops={await readOtherShops(pool())} timeZone={site.timeZone} />;
}
