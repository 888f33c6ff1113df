"use client";

import { useEffect } from "react";
import { useJobPage } from "./job-context";

/** Keys of the job sheet: "/" goes to the entry line, "n" starts what is next, "?" says what the line understands. Never while something is being typed. */
export function JobKeys() {
  const { sheet } = useJobPage();
  const version = sheet.job.version;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target instanceof HTMLElement ? event.target : null;
      const typing = target?.matches("input, textarea, select, [contenteditable]") || target?.closest("[role=dialog]");
      if (typing || event.metaKey || event.ctrlKey || event.altKey) return;
      const wanted = { "/": "entry-line", n: "do-next", "?": "line-help" }[event.key];
      const element = wanted ? document.getElementById(wanted) : null;
      if (!element) return;
      event.preventDefault();
      if (wanted === "entry-line") element.focus();
      else element.click();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [version]);
  return null;
}
