import type { Metadata } from "next";
import { MakerList } from "@/features/makers/maker-list";
import { requireActor } from "@/server/auth/page";
import { listMakers } from "@/server/db/makers";
import { pool } from "@/server/db/pool";

export const metadata: Metadata = { title: "Maker codes" };

export default async function MakersPage() {
  await requireActor("book.edit");
  return <MakerList makers={await listMakers(pool())} />;
}
