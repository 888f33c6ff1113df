import type { Metadata } from "next";
import { BookIndex } from "@/features/book/book-index";
import { requireActor } from "@/server/auth/page";
import { rightsOf } from "@/server/auth/rights";
import { countBook } from "@/server/db/book-counts";
import { pool } from "@/server/db/pool";

export const metadata: Metadata = { title: "Book" };

export default async function BookPage() {
  const { actor } = await requireActor("shop.read");
  return <BookIndex counts={await countBook(pool())} rights={rightsOf(actor)} />;
}
