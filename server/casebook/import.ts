import "server-only";
import { isDeepStrictEqual } from "node:util";
import type { CommandContext } from "@/server/commands/command";
import type { InputProblem } from "@/server/commands/refusal";
import { letVersionComeAtTheEnd } from "@/server/db/book-version";
import { countAlone, countTogether } from "@/server/db/count-locks";
import { takeTheTimeItNeeds, type Db } from "@/server/db/pool";
import { holdProcedures } from "@/server/db/procedures";
import { mayHoldReferences } from "@/server/db/references";
import { Breath } from "./breath";
import type { CheckedCasebook } from "./check-file";
import { readCurrentNames } from "./current-names";
import { importBook, planBook, type BookCounts, type PlannedBook, type Tally } from "./import-book";
import { ImportOfJobs, type Read } from "./import-jobs";
import type { Tell } from "./progress";

export type ImportAnswer = BookCounts & { readonly jobs: Tally; readonly problems: readonly InputProblem[] };

/** While a casebook was written, somebody changed words, names or procedures of the book that it was checked by. */
export class BookMoved extends Error {
  constructor() {
    super("the book changed while a casebook was taken over");
  }
}

interface Importing {
  /** The number of the job before the first new one. */
  readonly numberAfter: number;
  /** Nobody changes what jobs teach until this is through: where the book moved under it before. */
  readonly alone?: boolean;
  readonly tell: Tell;
}

const BATCH = 2000;

/**
 * Takes a checked casebook over, by keys: whole or not at all, within the caller's transaction; the same file twice changes nothing.
 * Its rows come first, some hundred jobs at a time: nobody sees them, and nobody waits for them. What others write as well (words, causes, names,
 * marks) comes last and at once; what it adds to the counters waits to be added (`settleIn`).
 * @throws BookMoved where it has to be checked again
 */
export async function importCasebook(
  context: CommandContext,
  checked: CheckedCasebook,
  { numberAfter, alone = false, tell }: Importing,
): Promise<ImportAnswer> {
  const { db } = context;
  await takeTheTimeItNeeds(db);
  await letVersionComeAtTheEnd(db);
  if (alone) await countAlone(db);
  const bookFirst = !(await mayHoldReferences(db));
  const early = bookFirst ? await importBook(context, checked.plan) : null;
  const work = new ImportOfJobs(context, { procedures: checked.procedures, numberAfter, causesFirst: bookFirst });
  await writeAll(work, checked, tell);
  await tell({ stage: "book", done: 0, of: 0 });
  await countTogether(db);
  await work.writeLessons();
  if (!early && !alone) await requireUnmoved(db, checked.plan);
  const counts = early ?? (await importBook(context, checked.plan));
  await tell({ stage: "ties", done: 0, of: 0 });
  await work.finish();
  return { ...counts, jobs: work.tally, problems: [] };
}

async function writeAll(work: ImportOfJobs, { jobs, jobCount: of }: CheckedCasebook, tell: Tell): Promise<void> {
  let batch: Read[] = [];
  let writing = Promise.resolve();
  let at = 0;
  const breath = new Breath();
  try {
    for await (const job of jobs()) {
      batch.push({ job, at: at++ });
      await breath.take();
      if (at % BATCH && at < of) continue;
      // The database writes one batch while the next is made ready.
      const write = await work.prepare(batch, writing);
      await writing;
      await tell({ stage: "write", done: at - batch.length, of });
      writing = write();
      // What goes wrong is told where it is waited for.
      writing.catch(() => {});
      batch = [];
    }
  } finally {
    // Whatever ends the import, nothing is still being written when its transaction ends.
    await writing;
  }
  await tell({ stage: "write", done: of, of });
}

/** @throws BookMoved where words became others, or a procedure reads otherwise, since the casebook was checked */
async function requireUnmoved(db: Db, plan: PlannedBook): Promise<void> {
  await holdProcedures(
    db,
    plan.book.procedures.map(({ key }) => key),
  );
  const current = await readCurrentNames(db);
  if (!isDeepStrictEqual(current, plan.current)) throw new BookMoved();
  const { procedures } = await planBook(db, plan.book, current);
  if (!isDeepStrictEqual(procedures, plan.procedures)) throw new BookMoved();
}
