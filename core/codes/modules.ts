/** A control module as the shop calls it, with what scan tools and people call it otherwise. Names are written small. */
export interface ModuleName {
  readonly name: string;
  readonly also: readonly string[];
}

/**
 * What the shop calls a module, whatever it was called; itself, written small, where the shop has no name for it.
 * @example moduleCalled("TCM", [{ name: "gearbox", also: ["tcm"] }]) // "gearbox"
 */
export function moduleCalled(text: string, names: readonly ModuleName[]): string {
  const tidy = text.trim().toLowerCase();
  return names.find(({ name, also }) => name === tidy || also.includes(tidy))?.name ?? tidy;
}

/** Modules by the shop's names, each once, in the order they come in. */
export function modulesCalled(texts: readonly string[], names: readonly ModuleName[]): readonly string[] {
  return [...new Set(texts.map((each) => moduleCalled(each, names)))];
}
