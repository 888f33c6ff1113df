import "server-only";
import type { Db } from "./pool";
import { many, maybeOne } from "./rows";

/** The shop's own texts that technicians write as well. */
export type TextKind = "code_entry" | "code_group" | "designed_case";

const KEY: Record<TextKind, string> = {
  code_entry: "t.code || '|' || t.make",
  code_group: "t.id::text",
  designed_case: "t.id::text",
};

/** Whether a lead wrote what this text says now; false where there is no such text. */
export async function isLeadsText(db: Db, kind: TextKind, key: string): Promise<boolean> {
  const found = await maybeOne(
    db,
    `select from ${kind} t join person p on p.id = t.created_by where ${KEY[kind]} = $1 and p.role = 'lead' and p.kind = 'person'`,
    [key],
  );
  return found !== null;
}

export interface TextVersion {
  readonly content: Readonly<Record<string, unknown>>;
  readonly writtenAt: Date;
  readonly by: string | null;
}

/** What a text said before, the latest first. */
export async function earlierTexts(db: Db, kind: TextKind, key: string): Promise<TextVersion[]> {
  return many<TextVersion>(
    db,
    `select v.content, v.written_at as "writtenAt", p.name as by
     from text_version v
     left join person p on p.id = v.written_by
     where v.kind = $1 and v.key = $2
     order by v.id desc`,
    [kind, key],
  );
}
