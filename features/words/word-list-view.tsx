"use client";

import Form from "next/form";
import Link from "next/link";
import { useState } from "react";
import { AddWord } from "@/features/shared/add-word";
import type { WordKind } from "@/server/db/words";
import type { WordList, WordView } from "@/server/views/words";
import { Button } from "@/ui/button";
import { classNames } from "@/ui/class-names";
import { TextInput } from "@/ui/form";
import { Empty } from "@/ui/section";
import { useNotify } from "@/ui/notices";
import { WordDialog } from "./word-dialog";

export const KIND_WORDS: Record<WordKind, string> = {
  symptom: "Symptoms",
  condition: "Conditions",
  component: "Components",
  failure: "Failures",
};

interface WordListViewProps {
  readonly list: WordList;
  readonly mayExtend: boolean;
  readonly mayEdit: boolean;
}

/** The shop's vocabulary: what each word is also called, how often it was used, and doubles made one. */
export function WordListView({ list, mayExtend, mayEdit }: WordListViewProps) {
  const { kind, search, words, systems } = list;
  const notify = useNotify();
  const [opened, setOpened] = useState<string | null>(null);
  const [adding, setAdding] = useState(false);
  const open = words.find(({ key }) => key === opened) ?? null;
  return (
    <div className="mx-auto flex max-w-4xl flex-col gap-5 px-4 py-5 sm:px-6">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h1 className="text-xl">Words</h1>
        <Form action="/words" className="flex w-full gap-2 sm:w-auto" role="search">
          <input type="hidden" name="kind" value={kind} />
          <TextInput
            name="search"
            defaultValue={search}
            aria-label={`Search ${KIND_WORDS[kind].toLowerCase()}`}
            placeholder="part of a word"
            className="sm:w-72"
          />
          <Button type="submit">Search</Button>
        </Form>
      </div>
      <nav aria-label="Kinds of words" className="flex flex-wrap gap-1">
        {(Object.keys(KIND_WORDS) as WordKind[]).map((each) => (
          <Link
            key={each}
            href={`/words?kind=${each}`}
            prefetch={false}
            aria-current={each === kind ? "page" : undefined}
            className={classNames(
              "inline-flex min-h-11 items-center border-b-4 px-2",
              each === kind ? "border-ochre font-semibold" : "border-transparent text-ink-soft hover:text-ink",
            )}
          >
            {KIND_WORDS[each]}
          </Link>
        ))}
      </nav>
      {mayExtend && !adding && (
        <Button className="self-start" onClick={() => setAdding(true)}>
          Add a {kind}
        </Button>
      )}
      {adding && (
        <AddWord
          kind={kind}
          {...(kind === "symptom" || kind === "component" ? { systems } : {})}
          text=""
          onAdded={() => {
            setAdding(false);
            notify("Added");
          }}
          onCancel={() => setAdding(false)}
        />
      )}
      {words.length === 0 && <Empty>{search ? "No word holds that." : "None yet."}</Empty>}
      <ul aria-label={KIND_WORDS[kind]} className="border-t border-rule">
        {words.map((word) => (
          <Row key={word.key} word={word} mayOpen={mayExtend} onOpen={() => setOpened(word.key)} />
        ))}
      </ul>
      {open && <WordDialog key={open.key} word={open} list={list} mayEdit={mayEdit} onClose={() => setOpened(null)} />}
    </div>
  );
}

interface RowProps {
  readonly word: WordView;
  readonly mayOpen: boolean;
  readonly onOpen: () => void;
}

function Row({ word: { label, system, topic, also, merged, jobs }, mayOpen, onOpen }: RowProps) {
  const others = [...also, ...merged.map((each) => each.label)];
  return (
    <li className="flex items-center gap-x-4 border-b border-rule">
      <span className="grow py-2">
        <span className="font-medium">{label}</span>
        <span className="text-sm text-ink-soft">{(system ?? topic) && ` · ${system ?? topic?.replace("-", " ")}`}</span>
        {others.length > 0 && <span className="block text-sm text-ink-soft">also: {others.join(", ")}</span>}
      </span>
      <span className="mono shrink-0 text-right text-sm text-ink-soft">
        {jobs} {jobs === 1 ? "job" : "jobs"}
      </span>
      {mayOpen && (
        <Button look="quiet" aria-label={`Change ${label}`} onClick={onOpen}>
          Change
        </Button>
      )}
    </li>
  );
}
