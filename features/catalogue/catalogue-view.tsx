"use client";

import { useMemo, useState } from "react";
import type { CatalogueRow, ModelChoices, VariantKind } from "@/server/db/catalogue";
import type { TableColumn } from "@/ui/table/column";
import { DataTable, ROW_BUTTON } from "@/ui/table/data-table";
import { NameDialog } from "./name-dialog";

interface CatalogueViewProps {
  readonly rows: readonly CatalogueRow[];
  readonly models: readonly ModelChoices[];
  readonly mayEdit: boolean;
}

const TITLES: Readonly<Record<VariantKind, string>> = {
  make: "Makes",
  model: "Models",
  engine: "Engines",
  transmission: "Transmissions",
};
const KINDS: readonly VariantKind[] = ["make", "model", "engine", "transmission"];
const ASIDES: Readonly<Record<string, string>> = {
  [TITLES.model]: "with what they were seen",
  [TITLES.engine]: "one code, whatever it drives",
};

/** One name a thing: what is known of a model, an engine or a transmission is counted under its name. */
export function CatalogueView({ rows, models, mayEdit }: CatalogueViewProps) {
  const [opened, setOpened] = useState<CatalogueRow | null>(null);
  const sorted = useMemo(() => [...rows].sort((a, b) => KINDS.indexOf(a.kind) - KINDS.indexOf(b.kind)), [rows]);
  const columns = useMemo(() => columnsOf(models, mayEdit ? setOpened : null), [models, mayEdit]);
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
      <DataTable
        label="Models and engines"
        rows={sorted}
        columns={columns}
        findBy={findNameBy}
        findHint="model, engine, transmission"
        empty="None yet: the first vehicle brings them."
        groupOf={({ kind }) => TITLES[kind]}
        groupAside={(title) => ASIDES[title] ?? ""}
      />
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

const fullName = ({ make, name }: CatalogueRow) => [make, name].filter(Boolean).join(" ");

const findNameBy = (row: CatalogueRow) => ({
  key: `${row.kind} ${row.make} ${row.name}`,
  label: fullName(row),
  also: [...row.also, ...row.models],
});

function columnsOf(
  models: readonly ModelChoices[],
  onOpen: ((row: CatalogueRow) => void) | null,
): readonly TableColumn<CatalogueRow>[] {
  const seen = (row: CatalogueRow) =>
    row.kind === "model" ? models.find(({ make, model }) => make === row.make && model === row.name) : undefined;
  return [
    {
      id: "name",
      header: "Name",
      sortBy: fullName,
      cell: (row) => <Name row={row} model={seen(row) ?? null} onOpen={onOpen && (() => onOpen(row))} />,
    },
    {
      id: "vehicles",
      header: "Vehicles",
      numeric: true,
      sortBy: ({ vehicles }) => vehicles,
      cell: ({ vehicles }) => vehicles,
    },
  ];
}

interface NameProps {
  readonly row: CatalogueRow;
  readonly model: ModelChoices | null;
  readonly onOpen: (() => void) | null;
}

function Name({ row, model, onOpen }: NameProps) {
  const { also, models, alike, marketMatters } = row;
  const full = fullName(row);
  return (
    <>
      {onOpen ? (
        <button type="button" aria-label={`Change ${full}`} onClick={onOpen} className={ROW_BUTTON}>
          {full}
        </button>
      ) : (
        <span className="font-medium">{full}</span>
      )}
      {model && <span className="block text-sm text-ink-soft">{seenWith(model)}</span>}
      {models.length > 0 && <span className="block text-sm text-ink-soft">in {models.join(", ")}</span>}
      {marketMatters && <span className="block text-sm">Market matters: {marketMatters}</span>}
      {also.length > 0 && <span className="block text-sm text-ink-soft">also written {also.join(", ")}</span>}
      {alike.length > 0 && <span className="block text-sm text-ochre-ink">looks much like {alike.join(", ")}</span>}
    </>
  );
}

function seenWith({ years, engines, transmissions, markets }: ModelChoices): string {
  const [first, last] = [years.at(0), years.at(-1)];
  const span = first === undefined ? "" : first === last ? String(first) : `${first} to ${last}`;
  return [span, engines.join(", "), transmissions.join(", "), markets.length ? `built for ${markets.join(", ")}` : ""]
    .filter(Boolean)
    .join(" · ");
}
