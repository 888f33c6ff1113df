"use client";

import { useState } from "react";
import { minutesText } from "@/features/shared/format";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { TextInput } from "@/ui/form";
import { Empty } from "@/ui/section";
import { describe, dialogOf } from "../next-action";
import { useJobPage, type JobDialog } from "../job-context";

/** Every way on from here, best first, and below it any procedure of the book. */
export function OtherWaysDialog() {
  const { sheet, close } = useJobPage();
  const [search, setSearch] = useState("");
  const { next } = sheet.advice;
  const wanted = search.trim().toLowerCase();
  const shown = new Set(next.flatMap((action) => (action.kind === "test" ? [action.procedure] : [])));
  const procedures = sheet.procedures.filter(({ key, title }) =>
    wanted ? title.toLowerCase().includes(wanted) : !shown.has(key),
  );
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && close()}
      title="Tests and repairs"
      lead="Best first: by what is left to do until the cause is fixed, parts counted too."
    >
      {!wanted && (
        <ol>
          {next.map((action) => (
            <Way
              key={action.kind + (action.kind === "test" ? action.procedure : action.component + action.failure)}
              title={action.kind === "test" ? action.title : `Repair: ${action.title}`}
              detail={describe(action)}
              aside={action.kind === "test" || action.planned ? minutesText(action.minutes) : ""}
              dialog={dialogOf(action)}
            />
          ))}
        </ol>
      )}
      <label className="mt-5 mb-1 block font-medium" htmlFor="procedure-search">
        Any test of the book
      </label>
      <TextInput
        id="procedure-search"
        value={search}
        onChange={(event) => setSearch(event.target.value)}
        placeholder="part of its name"
      />
      <ul>
        {procedures.slice(0, MOST).map(({ key, title, minutes }) => (
          <Way
            key={key}
            title={title}
            detail=""
            aside={minutesText(minutes)}
            dialog={{ kind: "test", procedure: key }}
          />
        ))}
      </ul>
      {procedures.length === 0 && <Empty>No procedure of that name.</Empty>}
      <CheckButton />
    </Dialog>
  );
}

const MOST = 40;

function CheckButton() {
  const { open } = useJobPage();
  return (
    <Button className="mt-5" onClick={() => open({ kind: "check" })}>
      Record a check without a procedure
    </Button>
  );
}

interface WayProps {
  readonly title: string;
  readonly detail: string;
  readonly aside: string;
  readonly dialog: JobDialog;
}

function Way({ title, detail, aside, dialog }: WayProps) {
  const { open } = useJobPage();
  return (
    <li className="border-b border-rule">
      <button
        type="button"
        className="block min-h-12 w-full py-2 text-left hover:bg-paper-2"
        onClick={() => open(dialog)}
      >
        <span className="flex items-baseline justify-between gap-3">
          <span className="font-medium">{title}</span>
          <span className="mono shrink-0 text-sm">{aside}</span>
        </span>
        {detail && <span className="block text-sm text-ink-soft">{detail}</span>}
      </button>
    </li>
  );
}
