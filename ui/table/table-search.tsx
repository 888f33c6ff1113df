"use client";

import { useEffect, useRef } from "react";
import { TextInput } from "@/ui/form";

interface TableSearchProps {
  readonly label: string;
  readonly hint: string;
  readonly text: string;
  readonly onText: (text: string) => void;
}

/** The search of a table; "/" goes there. */
export function TableSearch({ label, hint, text, onText }: TableSearchProps) {
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const focus = (event: globalThis.KeyboardEvent) => {
      const isTyping =
        event.target instanceof HTMLElement && event.target.closest("input, textarea, select, [role=dialog]");
      if (event.key !== "/" || isTyping || event.ctrlKey || event.metaKey || event.altKey) return;
      event.preventDefault();
      input.current?.focus();
    };
    window.addEventListener("keydown", focus);
    return () => window.removeEventListener("keydown", focus);
  }, []);
  return (
    <TextInput
      ref={input}
      type="search"
      aria-label={label}
      placeholder={hint}
      value={text}
      onChange={(event) => onText(event.target.value)}
      className="grow sm:max-w-96"
    />
  );
}
