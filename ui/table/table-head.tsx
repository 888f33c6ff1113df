"use client";

import type { RowData, SortingState } from "@tanstack/react-table";
import { classNames } from "@/ui/class-names";
import type { TableColumn } from "./column";

interface TableHeadProps<Row extends RowData> {
  readonly column: TableColumn<Row>;
  readonly sorting: SortingState;
  readonly onSort: () => void;
}

/** A heading that says how its column is sorted, and sorts it. */
export function TableHead<Row extends RowData>({ column, sorting: [now], onSort }: TableHeadProps<Row>) {
  const { id, header, sortBy, numeric, wide, unheaded } = column;
  const sorted = now?.id === id ? (now.desc ? "descending" : "ascending") : "none";
  const mark = sorted === "none" ? "" : sorted === "descending" ? " ↓" : " ↑";
  return (
    <th
      scope="col"
      aria-sort={sortBy ? sorted : undefined}
      className={classNames(
        "pr-3 text-sm font-semibold text-ink-soft last:pr-0",
        numeric && "text-right",
        wide && "hidden md:table-cell",
      )}
    >
      {sortBy ? (
        <button
          type="button"
          aria-label={header}
          onClick={onSort}
          className={classNames("min-h-11 hover:text-ink hover:underline", sorted !== "none" && "text-ink")}
        >
          {header}
          {mark && <span aria-hidden>{mark}</span>}
        </button>
      ) : (
        <span className={unheaded ? "sr-only" : undefined}>{header}</span>
      )}
    </th>
  );
}
