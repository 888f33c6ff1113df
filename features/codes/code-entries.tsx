"use client";

import { useMemo } from "react";
import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import type { CodeEntry } from "@/server/db/code-entries";
import { Button } from "@/ui/button";
import type { TableColumn } from "@/ui/table/column";
import { DataTable } from "@/ui/table/data-table";

interface CodeEntriesProps {
  readonly entries: readonly CodeEntry[];
  readonly mayEdit: boolean;
  readonly empty: string;
}

/** What the shop itself says of codes. */
export function CodeEntries({ entries, mayEdit, empty }: CodeEntriesProps) {
  const columns = useMemo(() => (mayEdit ? [...COLUMNS, FORGET] : COLUMNS), [mayEdit]);
  return <DataTable label="The shop’s codes" rows={entries} columns={columns} findBy={findEntryBy} empty={empty} />;
}

const findEntryBy = ({ code, make, meaning }: CodeEntry) => ({ key: `${code} ${make}`, label: meaning });

const COLUMNS: readonly TableColumn<CodeEntry>[] = [
  {
    id: "code",
    header: "Code",
    sortBy: ({ code }) => code,
    cell: ({ code }) => <span className="mono">{code}</span>,
  },
  { id: "make", header: "Make", sortBy: ({ make }) => make, cell: ({ make }) => make || "every make" },
  {
    id: "meaning",
    header: "Meaning",
    sortBy: ({ meaning }) => meaning,
    cell: ({ meaning, note }) => (
      <>
        <span className="font-medium">{meaning}</span>
        {note && <span className="block text-sm">{note}</span>}
      </>
    ),
  },
];

const FORGET: TableColumn<CodeEntry> = {
  id: "forget",
  header: "Forget",
  unheaded: true,
  cell: (entry) => <ForgetCode entry={entry} />,
  className: "text-right",
};

function ForgetCode({ entry: { code, make } }: { readonly entry: CodeEntry }) {
  const { send, busy, message } = useCommand(commandPath("drop-code-entry"));
  return (
    <>
      <Button
        look="quiet"
        busy={busy}
        aria-label={`Forget ${code} ${make}`.trim()}
        onClick={() => void send({ code, make })}
      >
        Forget
      </Button>
      <CommandMessage message={message} />
    </>
  );
}
