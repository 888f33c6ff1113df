import "server-only";
import { codeStructure, genericText, readCode, type CodeStructure } from "@/core/codes";
import { listCodeGroups, type CodeGroupRow } from "@/server/db/code-groups";
import { entriesForCodes, searchCodeEntries, type CodeEntry } from "@/server/db/code-entries";
import { pool, type Db } from "@/server/db/pool";

export interface CodeMeaning {
  readonly code: string;
  /** The shop's own words first, then the generic text, then what the code's characters say. */
  readonly meaning: string;
  readonly note: string;
}

/** What codes mean on a vehicle of this make. */
export async function codeMeanings(db: Db, codes: readonly string[], make: string): Promise<readonly CodeMeaning[]> {
  const own = codes.length ? await entriesForCodes(db, codes, make) : [];
  return [...new Set(codes)].map((code) => {
    // The entry of the make comes behind the one for all and outranks it.
    const entry = own.filter((each) => each.code === code).at(-1);
    return {
      code,
      meaning: entry?.meaning ?? genericText(code) ?? structureText(codeStructure(code)),
      note: entry?.note ?? "",
    };
  });
}

/** "powertrain, maker's own" */
export function structureText({ system, whose, area }: CodeStructure): string {
  return whose === "maker" ? `${system}, the maker’s own code` : [system, area].filter(Boolean).join(": ");
}

export interface CodeBook {
  readonly search: string;
  /** The code that was asked for, if it was one. */
  readonly asked: { readonly code: string; readonly structure: string; readonly generic: string | null } | null;
  readonly entries: readonly CodeEntry[];
  readonly groups: readonly CodeGroupRow[];
}

/** The codes chapter of the book: what matches, and what the shop wrote itself. */
export async function loadCodeBook(search: string): Promise<CodeBook> {
  const code = readCode(search);
  return {
    search,
    asked: code ? { code, structure: structureText(codeStructure(code)), generic: genericText(code) } : null,
    entries: await searchCodeEntries(pool(), code ?? search),
    groups: (await listCodeGroups(pool())).filter((group) => !search || holds(group, code, search)),
  };
}

function holds({ codes, title, make, note }: CodeGroupRow, code: string | null, search: string): boolean {
  return code ? codes.includes(code) : [title, make, note].join(" ").toLowerCase().includes(search.toLowerCase());
}
