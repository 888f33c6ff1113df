"use client";

import { useEffect } from "react";
import { isTyping } from "@/ui/is-typing";
import { useJobPage } from "./job-context";

/** Keys of the job sheet: "/" goes to the entry line, "n" starts what is next, "?" says what the line understands. Never while something is being typed. */
export function JobKeys() {
  const { sheet } = useJobPage();
  const version = sheet.job.version;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event)) return;
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
