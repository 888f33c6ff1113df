"use client";

import { useState, type ChangeEvent } from "react";

const MOST_BYTES = 900_000;

/**
 * A file of text that is shown before it is taken over.
 * @param read what stands in it; null where it is none of that kind
 * @param whatIsMissing why such a file is refused: "has no heading line with “title”"
 */
export function useTextFile<Read>(read: (text: string) => Read | null, whatIsMissing: string) {
  const [list, setList] = useState<Read | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const open = async ({ target }: ChangeEvent<HTMLInputElement>) => {
    const file = target.files?.[0];
    setList(null);
    setRefused(null);
    if (!file) return;
    if (file.size > MOST_BYTES) return setRefused(`${file.name} is larger than 900 kB. Nothing was taken from it.`);
    const found = read(await file.text());
    if (found === null) return setRefused(`${file.name} ${whatIsMissing}. Nothing was taken from it.`);
    setList(found);
  };
  return { list, refused, open, forget: () => setList(null) };
}
