import type { KeyboardEvent } from "react";

/** Arrows go from the search into the rows, and from row to row. */
export function goThroughRows(event: KeyboardEvent<HTMLDivElement>): void {
  const step = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
  const target = event.target;
  if (!step || !(target instanceof HTMLElement) || (target.closest("input") && step < 0)) return;
  const firsts = [...event.currentTarget.querySelectorAll<HTMLElement>("tbody tr:has(a, button)")];
  const here = firsts.findIndex((row) => row.contains(target));
  const next = firsts[here + step];
  if (!next || target.closest("select, textarea")) return;
  event.preventDefault();
  next.querySelector<HTMLElement>("a, button")?.focus();
}
