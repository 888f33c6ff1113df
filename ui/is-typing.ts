/** Whether a key that was pressed is meant for a field, a dialog or the browser itself, and is no key of ours. */
export function isTyping(event: KeyboardEvent): boolean {
  const target = event.target instanceof HTMLElement ? event.target : null;
  const inField = target?.matches("input, textarea, select, [contenteditable]") || target?.closest("[role=dialog]");
  return Boolean(inField) || event.metaKey || event.ctrlKey || event.altKey;
}
