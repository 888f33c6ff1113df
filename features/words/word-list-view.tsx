"use client";

import { useMemo, useState } from "react";
import { AddWord } from "@/features/shared/add-word";
import type { WordKind } from "@/server/db/words";
import type { WordList, WordView } from "@/server/views/words";
import { Button } from "@/ui/button";
import { classNames } from "@/ui/class-names";
import { useNotify } from "@/ui/notices";
import type { TableColumn } from "@/ui/table/column";
import { DataTable, ROW_BUTTON } from "@/ui/table/data-table";
import { WordDialog } from "./word-dialog";
import { Link } from "@/ui/link";

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
  const { kind, words, systems } = list;
  const notify = useNotify();
  const [opened, setOpened] = useState<string | null>(null);
  const [adding, setAdding] = useState(false);
  const columns = useMemo(() => columnsOf(kind, mayExtend ? setOpened : null), [kind, mayExtend]);
  const open = words.find(({ key }) => key === opened) ?? null;
  return (
    <div className="mx-auto flex max-w-4xl flex-col gap-5 px-4 py-5 sm:px-6">
      <h1 className="text-xl">Words</h1>
      <nav aria-label="Kinds of words" className="flex flex-wrap gap-1">
        {(Object.keys(KIND_WORDS) as WordKind[]).map((each) => (
          <Link
            key={each}
            href={`/words?kind=${each}`}
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
      <DataTable
        label={KIND_WORDS[kind]}
        rows={words}
        columns={columns}
        findBy={findWordBy}
        findHint="part of a word"
        empty="None yet."
      />
      {open && <WordDialog key={open.key} word={open} list={list} mayEdit={mayEdit} onClose={() => setOpened(null)} />}
    </div>
  );
}

const findWordBy = ({ key, label, also, merged }: WordView) => ({
  key,
  label,
  also: [...also, ...merged.map((each) => each.label)],
});

function columnsOf(kind: WordKind, onOpen: ((key: string) => void) | null): readonly TableColumn<WordView>[] {
  const word: TableColumn<WordView> = {
    id: "word",
    header: "Word",
    sortBy: ({ label }) => label,
    cell: ({ key, label, also, merged }) => (
      <>
        {onOpen ? (
          <button type="button" aria-label={`Change ${label}`} onClick={() => onOpen(key)} className={ROW_BUTTON}>
            {label}
          </button>
        ) : (
          <span className="font-medium">{label}</span>
        )}
        {also.length + merged.length > 0 && (
          <span className="block text-sm text-ink-soft">
            also: {[...also, ...merged.map((each) => each.label)].join(", ")}
          </span>
        )}
      </>
    ),
  };
  const jobs: TableColumn<WordView> = {
    id: "jobs",
    header: "Jobs",
    numeric: true,
    sortBy: ({ jobs: count }) => count,
    cell: ({ jobs: count }) => count,
  };
  if (kind === "failure") return [word, jobs];
  const where: TableColumn<WordView> = {
    id: "where",
    header: kind === "condition" ? "Asked about" : "System",
    sortBy: ({ system, topic }) => system ?? topic,
    cell: ({ system, topic }) => <span className="text-sm">{system ?? topic?.replace("-", " ")}</span>,
  };
  return [word, where, jobs];
}
