import "server-only";
import type { CommandId } from "@/core/ids";

/** How far an import is: jobs written, of all that the file holds. */
interface ImportProgress {
  readonly done: number;
  readonly of: number;
}

// One list for the whole process, also when the development server loads this module again.
const kept: typeof globalThis & { deadEndsImports?: Map<CommandId, ImportProgress> } = globalThis;
const imports = (kept.deadEndsImports ??= new Map());

/** Says how far an import is. */
export const noteProgress = (id: CommandId, progress: ImportProgress): void => void imports.set(id, progress);
/** An import is over: nothing more to tell of it. */
export const endProgress = (id: CommandId): void => void imports.delete(id);
/** The progress of an import that is under way; null where there is none of that key. */
export const progressOf = (id: CommandId): ImportProgress | null => imports.get(id) ?? null;
