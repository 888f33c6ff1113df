import type { Metadata } from "next";
import { CodeBookView } from "@/features/codes/code-book-view";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { searchText } from "@/server/search-text";
import { loadCodeBook } from "@/server/views/codes";

export const metadata: Metadata = { title: "Fault codes" };

export default async function CodesPage({ searchParams }: PageProps<"/codes">) {
  const { actor } = await requireActor("shop.read");
  const { search } = await searchParams;
  const book = await loadCodeBook(searchText(search));
  return <CodeBookView book={book} mayAdd={may(actor, "book.extend")} mayEdit={may(actor, "book.edit")} />;
}
