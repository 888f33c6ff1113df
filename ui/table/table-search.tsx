"use client";

import { useEffect, useRef } from "react";
import { TextInput } from "@/ui/form";
import { isTyping } from "@/ui/is-typing";

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
      if (event.key !== "/" || isTyping(event)) return;
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
