/** Joins class names and leaves out what is not set. */
export function classNames(...names: readonly (string | false | null | undefined)[]): string {
  return names.filter(Boolean).join(" ");
}
