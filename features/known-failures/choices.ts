import type { Vocabulary } from "@/server/db/book";

/** What an editor of known failures chooses from. */
export interface EditorChoices {
  readonly words: Vocabulary;
  readonly procedures: readonly { readonly key: string; readonly title: string }[];
  readonly others: readonly { readonly key: string; readonly title: string }[];
}
