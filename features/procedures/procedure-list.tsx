import Form from "next/form";
import Link from "next/link";
import { formatSpec } from "@/core/measure";
import { minutesText } from "@/features/shared/format";
import type { ProcedureRow } from "@/server/views/procedures";
import { Button, ButtonLink } from "@/ui/button";
import { TextInput } from "@/ui/form";
import { Empty } from "@/ui/section";
import { KIND_WORDS } from "./kind-words";

interface ProcedureListProps {
  readonly search: string;
  readonly rows: readonly ProcedureRow[];
  /** Whether who looks may write one down. */
  readonly mayRecord: boolean;
}

/** Every test that the book knows, with what it takes and what is wanted. */
export function ProcedureList({ search, rows, mayRecord }: ProcedureListProps) {
  return (
    <div className="mx-auto flex max-w-4xl flex-col gap-5 px-4 py-5 sm:px-6">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h1 className="text-xl">Procedures</h1>
        {mayRecord && <ButtonLink href="/procedures/new">Write one down</ButtonLink>}
        <Form action="/procedures" className="flex w-full gap-2 sm:w-auto" role="search">
          <TextInput
            name="search"
            defaultValue={search}
            aria-label="Search procedures"
            placeholder="leak, glow plug"
            className="sm:w-72"
          />
          <Button type="submit">Search</Button>
        </Form>
      </div>
      {rows.length === 0 && <Empty>{search ? "No procedure holds that." : "None yet."}</Empty>}
      <ul className="border-t border-rule">
        {rows.map(({ procedure, component }) => (
          <li key={procedure.key} className="border-b border-rule">
            <Link
              href={`/procedures/${procedure.key}`}
              prefetch={false}
              className="grid min-h-14 gap-x-4 py-2 hover:bg-paper-2 sm:grid-cols-[1fr_14rem_5rem]"
            >
              <span>
                <span className="font-medium">{procedure.title}</span>
                <span className="block text-sm text-ink-soft">
                  {[component, procedure.general ? "general practice" : null].filter(Boolean).join(" · ")}
                </span>
              </span>
              <span className="mono text-sm">{wanted(procedure)}</span>
              <span className="mono text-sm text-ink-soft sm:text-right">
                {minutesText(procedure.minutes + procedure.accessMinutes)}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </div>
  );
}

function wanted({ kind, spec, specs, proposed }: ProcedureRow["procedure"]): string {
  if (proposed) return "proposed";
  if (kind !== "value" && kind !== "trace") return KIND_WORDS[kind];
  if (!spec) return "";
  return specs.length ? `${formatSpec(spec)}, ${specs.length} by variant` : formatSpec(spec);
}
