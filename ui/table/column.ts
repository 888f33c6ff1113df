import type { ReactNode } from "react";
import {
  createPaginatedRowModel,
  createSortedRowModel,
  rowPaginationFeature,
  rowSortingFeature,
  tableFeatures,
  type ColumnDef,
  type RowData,
  type SortingState,
} from "@tanstack/react-table";
import { compareValues } from "./compare";

/** One column of a table. */
export interface TableColumn<Row extends RowData> {
  readonly id: string;
  readonly header: string;
  readonly cell: (row: Row) => ReactNode;
  /** What the column is sorted by; null comes last. A column without it cannot be sorted. */
  readonly sortBy?: (row: Row) => string | number | null;
  /** Numbers: to the right, the largest first. */
  readonly numeric?: true;
  /** Sorted downwards at first though it is no number: the latest date. */
  readonly downFirst?: true;
  /** Its heading is for screen readers alone: a column of buttons. */
  readonly unheaded?: true;
  /** Only where there is room for it. */
  readonly wide?: true;
  readonly className?: string;
}

/** What of the library is used. */
export const FEATURES = tableFeatures({
  rowSortingFeature,
  rowPaginationFeature,
  sortedRowModel: createSortedRowModel(),
  paginatedRowModel: createPaginatedRowModel(),
});

/** The column as the library wants it. */
export const columnDef = <Row extends RowData>({
  id,
  header,
  sortBy,
  numeric,
  downFirst,
}: TableColumn<Row>): ColumnDef<typeof FEATURES, Row> => ({
  id,
  header,
  accessorFn: (row) => sortBy?.(row) ?? undefined,
  enableSorting: sortBy !== undefined,
  sortUndefined: "last",
  sortFn: ({ original: a }, { original: b }) => compareValues(sortBy?.(a) ?? null, sortBy?.(b) ?? null),
  sortDescFirst: (numeric ?? downFirst) === true,
});

/** "-minutes": by minutes, the largest first. */
export function sortingOf<Row extends RowData>(
  text: string | null,
  columns: readonly TableColumn<Row>[],
): SortingState {
  const id = (text ?? "").replace(/^-/, "");
  const column = columns.find((each) => each.id === id && each.sortBy);
  return column ? [{ id, desc: (text ?? "").startsWith("-") }] : [];
}

/** First the column's own direction, then the other, then as it was. */
export function nextSort<Row extends RowData>(
  { id, numeric, downFirst }: TableColumn<Row>,
  [now]: SortingState,
): string {
  const isDown = (numeric ?? downFirst) === true;
  const first = isDown ? `-${id}` : id;
  const second = isDown ? id : `-${id}`;
  if (now?.id !== id) return first;
  return now.desc === isDown ? second : "";
}
