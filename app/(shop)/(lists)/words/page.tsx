import type { Metadata } from "next";
import { WordListView } from "@/features/words/word-list-view";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { WORD_KINDS } from "@/server/db/words";
import { loadWords } from "@/server/views/words";

export const metadata: Metadata = { title: "Words" };

export default async function WordsPage({ searchParams }: PageProps<"/words">) {
  const { actor } = await requireActor("shop.read");
  const { kind } = await searchParams;
  const chosen = WORD_KINDS.find((each) => each === kind) ?? "symptom";
  const list = await loadWords(chosen);
  return (
    <WordListView key={chosen} list={list} mayExtend={may(actor, "words.extend")} mayEdit={may(actor, "book.edit")} />
  );
}
