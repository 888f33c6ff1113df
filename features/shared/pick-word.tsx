"use client";

import { useState } from "react";
import { WordPicker, type PickableWord } from "@/ui/word-picker";
import { AddWord, type WordKind } from "./add-word";

interface PickWordProps {
  readonly kind: WordKind;
  readonly label: string;
  readonly placeholder: string;
  readonly words: readonly (PickableWord & { readonly system?: string })[];
  readonly mayAdd: boolean;
  readonly onPick: (key: string) => void;
}

/** Finds a word by what it is called or also called, and takes a new one in where there is none. */
export function PickWord({ kind, label, placeholder, words, mayAdd, onPick }: PickWordProps) {
  const [adding, setAdding] = useState<string | null>(null);
  const systems = [...new Set(words.flatMap(({ system }) => system ?? []))].sort();
  return (
    <>
      <WordPicker
        label={label}
        placeholder={placeholder}
        words={words}
        onPick={onPick}
        {...(mayAdd ? { onAdd: setAdding } : {})}
      />
      {adding !== null && (
        <AddWord
          kind={kind}
          {...(systems.length ? { systems } : {})}
          text={adding}
          onAdded={(key) => {
            setAdding(null);
            onPick(key);
          }}
          onCancel={() => setAdding(null)}
        />
      )}
    </>
  );
}
