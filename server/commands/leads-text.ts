import "server-only";
import { may } from "@/server/auth/rights";
import { isLeadsText, type TextKind } from "@/server/db/text-versions";
import type { CommandContext } from "./command";
import { refuse } from "./refusal";

/** What a lead wrote is changed by leads; a technician writes beside it, or asks. */
export async function requireNotLeadsText({ db, actor }: CommandContext, kind: TextKind, key: string): Promise<void> {
  if (may(actor, "book.edit") || !(await isLeadsText(db, kind, key))) return;
  refuse({ code: "conflict", message: "A lead wrote this; ask a lead to change it, or write an entry of your own." });
}
