"use client";

import { useMemo, useState } from "react";
import { minutesText } from "@/features/shared/format";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { TextInput } from "@/ui/form";
import { rowFinder } from "@/core/finder";
import { describe, dialogOf } from "../next-action";
import { useJobPage, type JobDialog } from "../job-context";
import { useProcedures } from "../procedures";

/** Every way on from here, best first, and below it any procedure of the book. */
export function OtherWaysDialog() {
  const { sheet, close } = useJobPage();
  const [search, setSearch] = useState("");
  const { next } = sheet.advice;
  const { procedures: all, failed, tryAgain } = useProcedures();
  const wanted = search.trim();
  const find = useMemo(
    () => rowFinder(all ?? [], ({ key, title, about }) => ({ key, label: title, also: about })),
    [all],
  );
  const procedures = find(wanted);
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
        placeholder="its name, component, code or symptom"
      />
      <p role="status" className="mt-1 text-sm text-ink-soft">
        {all === null ? "The book’s tests are being fetched …" : foundText(procedures.length, all.length, wanted)}
      </p>
      {failed && (
        <Button look="quiet" onClick={tryAgain}>
          They could not be fetched. Try again
        </Button>
      )}
      <ul>
        {procedures.map(({ key, title, minutes }) => (
          <Way
            key={key}
            title={title}
            detail=""
            aside={minutesText(minutes)}
            dialog={{ kind: "test", procedure: key }}
          />
        ))}
      </ul>
      <CheckButton />
    </Dialog>
  );
}

function foundText(found: number, all: number, wanted: string): string {
  if (!wanted) return `${all} in the book`;
  return found ? `${found} of ${all}` : "None is called so or done for that. Try fewer words.";
}

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
