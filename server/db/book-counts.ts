import "server-only";
import type { Db } from "./pool";
import { one } from "./rows";

export interface BookCounts {
  readonly codes: number;
  readonly codeGroups: number;
  readonly words: number;
  readonly names: number;
  readonly makers: number;
  readonly modules: number;
  readonly designed: number;
  readonly instruments: number;
  readonly patterns: number;
  readonly procedures: number;
  /** Causes whose repair somebody wrote down. */
  readonly repairs: number;
  /** Of the procedures, those of general practice. */
  readonly general: number;
}

/** How much the book holds of each of its parts. */
export async function countBook(db: Db): Promise<BookCounts> {
  return one<BookCounts>(
    db,
    `select
       (select count(*) from code_entry)::integer as codes,
       (select count(*) from code_group)::integer as "codeGroups",
       ((select count(*) from symptom where merged_into is null) + (select count(*) from condition where merged_into is null)
         + (select count(*) from component where merged_into is null)
         + (select count(*) from failure where merged_into is null))::integer as words,
       (select count(*) from variant_name where merged_into is null)::integer as names,
       (select count(*) from maker)::integer as makers,
       (select count(*) from module)::integer as modules,
       (select count(*) from designed_case)::integer as designed,
       (select count(*) from instrument where active)::integer as instruments,
       (select count(*) from pattern where withdrawn_reason is null)::integer as patterns,
       (select count(*) from procedure)::integer as procedures,
       (select count(*) from (select component, failure from fix union select component, failure from repair_sheet) r)::integer as repairs,
       (select count(*) from procedure where general and not proposed)::integer as general`,
  );
}
