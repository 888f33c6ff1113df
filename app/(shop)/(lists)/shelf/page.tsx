import type { Metadata } from "next";
import { Shelf } from "@/features/shelf/shelf";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { readVocabulary } from "@/server/db/book";
import { pool } from "@/server/db/pool";
import { loadShelf } from "@/server/views/shelf";

export const metadata: Metadata = { title: "On the shelf" };

export default async function ShelfPage() {
  const { actor, site } = await requireActor("shop.read");
  const [shelf, words] = await Promise.all([loadShelf(site, new Date()), readVocabulary(pool())]);
  const components = words.components.map(({ key, label, system }) => ({ key, label, system }));
  return <Shelf view={{ ...shelf, components }} site={site} mayRecord={may(actor, "job.record")} />;
}
