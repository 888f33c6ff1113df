import type { Vocabulary } from "@/server/db/book";
import type { ModelChoices } from "@/server/db/catalogue";

/** What an editor of known failures chooses from. */
export interface EditorChoices {
  readonly words: Vocabulary;
  readonly models: readonly ModelChoices[];
  readonly procedures: readonly { readonly key: string; readonly title: string }[];
  readonly others: readonly { readonly key: string; readonly title: string }[];
}
