"use client";

import { useState } from "react";
import type { CatalogueRow, ModelChoices, VariantKind } from "@/server/db/catalogue";
import { Button } from "@/ui/button";
import { Empty, Section } from "@/ui/section";
import { NameDialog } from "./name-dialog";

interface CatalogueViewProps {
  readonly rows: readonly CatalogueRow[];
  readonly models: readonly ModelChoices[];
  readonly mayEdit: boolean;
}

const SECTIONS: readonly { readonly kind: VariantKind; readonly title: string; readonly aside: string }[] = [
  { kind: "make", title: "Makes", aside: "" },
  { kind: "model", title: "Models", aside: "with what they were seen" },
  { kind: "engine", title: "Engines", aside: "one code, whatever it drives" },
  { kind: "transmission", title: "Transmissions", aside: "" },
];

/** One name a thing: what is known of a model, an engine or a transmission is counted under its name. */
export function CatalogueView({ rows, models, mayEdit }: CatalogueViewProps) {
  const [opened, setOpened] = useState<CatalogueRow | null>(null);
  const same = (row: CatalogueRow) => (other: CatalogueRow) =>
    other.kind === row.kind && other.make === row.make && other.name === row.name;
  const open = opened && (rows.find(same(opened)) ?? null);
  return (
    <div className="mx-auto flex max-w-4xl flex-col gap-7 px-4 py-5 sm:px-6">
      <div>
        <h1 className="text-xl">Models and engines</h1>
        <p className="text-ink-soft">
          As the shop writes them. What was learnt on one is found again on the next only where both bear the same name:
          make one of two that are the same.
        </p>
      </div>
      {SECTIONS.map(({ kind, title, aside }) => {
        const own = rows.filter((row) => row.kind === kind);
        return (
          <Section key={kind} title={title} aside={aside}>
            {own.length === 0 && <Empty>None yet: the first vehicle brings them.</Empty>}
            <ul>
              {own.map((row) => (
                <Row
                  key={`${row.make} ${row.name}`}
                  row={row}
                  model={
                    models.find(({ make, model }) => kind === "model" && make === row.make && model === row.name) ??
                    null
                  }
                  onOpen={mayEdit ? () => setOpened(row) : null}
                />
              ))}
            </ul>
          </Section>
        );
      })}
      {open && (
        <NameDialog
          key={`${open.kind} ${open.make} ${open.name}`}
          row={open}
          others={rows.filter(({ kind, make, name }) => kind === open.kind && make === open.make && name !== open.name)}
          onClose={() => setOpened(null)}
        />
      )}
    </div>
  );
}

interface RowProps {
  readonly row: CatalogueRow;
  readonly model: ModelChoices | null;
  readonly onOpen: (() => void) | null;
}

function Row({ row, model, onOpen }: RowProps) {
  const { make, name, vehicles, also, models, alike, marketMatters } = row;
  const full = [make, name].filter(Boolean).join(" ");
  return (
    <li className="flex items-center gap-x-4 border-b border-rule">
      <span className="grow py-2">
        <span className="font-medium">{full}</span>
        {model && <span className="block text-sm text-ink-soft">{seenWith(model)}</span>}
        {models.length > 0 && <span className="block text-sm text-ink-soft">in {models.join(", ")}</span>}
        {marketMatters && <span className="block text-sm">Market matters: {marketMatters}</span>}
        {also.length > 0 && <span className="block text-sm text-ink-soft">also written {also.join(", ")}</span>}
        {alike.length > 0 && <span className="block text-sm text-ochre-ink">looks much like {alike.join(", ")}</span>}
      </span>
      <span className="mono shrink-0 text-right text-sm text-ink-soft">
        {vehicles} {vehicles === 1 ? "vehicle" : "vehicles"}
      </span>
      {onOpen && (
        <Button look="quiet" aria-label={`Change ${full}`} onClick={onOpen}>
          Change
        </Button>
      )}
    </li>
  );
}

function seenWith({ years, engines, transmissions, markets }: ModelChoices): string {
  const [first, last] = [years.at(0), years.at(-1)];
  const span = first === undefined ? "" : first === last ? String(first) : `${first} to ${last}`;
  return [span, engines.join(", "), transmissions.join(", "), markets.length ? `built for ${markets.join(", ")}` : ""]
    .filter(Boolean)
    .join(" · ");
}
