import type { Metadata } from "next";
import { AskAnswerView } from "@/features/ask/ask-answer";
import { AskField } from "@/features/ask/ask-field";
import { BookIndex } from "@/features/book/book-index";
import { MOST_LETTERS } from "@/server/api/ask-input";
import { requireActor } from "@/server/auth/page";
import { rightsOf } from "@/server/auth/rights";
import { countBook } from "@/server/db/book-counts";
import { pool } from "@/server/db/pool";
import { searchText } from "@/server/search-text";
import { ask } from "@/server/views/ask/ask";

export const metadata: Metadata = { title: "Book" };

/** Jobs of an answer on one screen. */
const JOBS = 12;

export default async function BookPage({ searchParams }: PageProps<"/book">) {
  const { actor, site } = await requireActor("shop.read");
  const question = searchText((await searchParams).q, MOST_LETTERS);
  const db = pool();
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-5 px-4 py-5 sm:px-6">
      <h1 className="text-xl">Book</h1>
      <AskField asked={question} focus={!question} />
      {question ? (
        <AskAnswerView
          question={question}
          answer={await ask(db, site, { typed: question, limit: JOBS, now: new Date() })}
          timeZone={site.timeZone}
        />
      ) : (
        <BookIndex counts={await countBook(db)} rights={rightsOf(actor)} />
      )}
    </div>
  );
}
