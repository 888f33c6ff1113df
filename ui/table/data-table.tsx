"use client";

import { Suspense, useMemo, useRef, useState, type ReactNode } from "react";
import { useTable, type RowData, type SortingState } from "@tanstack/react-table";
import { useAddressState } from "@/ui/address-state";
import { Button } from "@/ui/button";
import { classNames } from "@/ui/class-names";
import { rowFinder, type FindableWord } from "@/core/finder";
import { Empty } from "@/ui/section";
import { columnDef, FEATURES, nextSort, sortingOf, type TableColumn } from "./column";
import { goThroughRows } from "./go-through-rows";
import { groupsOf } from "./groups";
import { useRowLinks, WHOLE_ROW } from "./row-link";
import { TableHead } from "./table-head";
import { TableSearch } from "./table-search";

interface DataTableProps<Row extends RowData> {
  /** What the rows are: "Closed jobs". */
  readonly label: string;
  readonly rows: readonly Row[];
  /** The same list at every drawing. */
  readonly columns: readonly TableColumn<Row>[];
  /** What a row is found by; its key is the row's own. The same function at every drawing. */
  readonly findBy: (row: Row) => FindableWord;
  /** Where nothing is there at all. */
  readonly empty: ReactNode;
  /** What stands in the search field; without it there is no search here. */
  readonly findHint?: string | undefined;
  /** Headings within the table, as long as nobody sorts it: rows of one heading stand together. */
  readonly groupOf?: (row: Row) => string;
  readonly groupAside?: (group: string) => string;
  /** Tells two tables of one page apart in the address. */
  readonly name?: string;
  /** Other ways to narrow the rows down, beside the search. */
  readonly beside?: ReactNode;
  /** The server finds, sorts and pages, by what stands in the address; these are the rows of one page, of `total` where they were counted. */
  readonly remote?: { readonly hasMore: boolean; readonly pageSize: number; readonly total?: number } | undefined;
}

/** Rows of a page, where the server does not page them. */
const PAGE = 50;

/**
 * A table that people search, sort and page; how it is looked at stands in the address. "/" goes to its search, arrows go from row to row.
 * Found is by words and their beginnings, the best match first until a column is chosen.
 */
export function DataTable<Row extends RowData>(props: DataTableProps<Row>) {
  const { label, rows, columns, findBy, empty, findHint, groupOf, groupAside, name = "", beside, remote } = props;
  const { typed, type, sorting, sort, page, turnTo } = useLook({ name, columns, remote: remote !== undefined });
  const find = useMemo(() => rowFinder(rows, findBy), [rows, findBy]);
  const found = useMemo(() => find(remote ? "" : typed), [find, remote, typed]);
  const follow = useRowLinks();
  const size = remote?.pageSize ?? PAGE;
  const at = remote ? page : Math.min(page, Math.max(0, Math.ceil(found.length / size) - 1));
  const isLast = remote ? !remote.hasMore : (at + 1) * size >= found.length;
  const table = useTable({
    features: FEATURES,
    columns: useMemo(() => columns.map(columnDef), [columns]),
    data: found,
    state: { sorting, pagination: { pageIndex: at, pageSize: size } },
    autoResetPageIndex: false,
    manualSorting: remote !== undefined,
    manualPagination: remote !== undefined,
  });
  const shown = table.getRowModel().rows.map(({ original }) => original);
  const groups = groupsOf(shown, groupOf && !sorting.length && !typed.trim() ? groupOf : null);
  return (
    <div onKeyDown={goThroughRows} onClick={follow} className="flex flex-col gap-3">
      {(findHint || beside) && (
        <div className="flex flex-wrap items-center gap-3">
          {findHint && (
            <>
              <TableSearch label={`Search ${label.toLowerCase()}`} hint={findHint} text={typed} onText={type} />
              {!remote && (
                <span role="status" className="mono text-sm text-ink-soft">
                  {typed.trim() ? `${found.length} of ${rows.length}` : rows.length}
                </span>
              )}
            </>
          )}
          {beside}
        </div>
      )}
      {rows.length === 0 && <Empty>{empty}</Empty>}
      {rows.length > 0 && found.length === 0 && (
        <Empty>Nothing here is called “{typed.trim()}”. Try fewer words.</Empty>
      )}
      {shown.length > 0 && (
        <table className="w-full border-collapse" aria-label={label}>
          <thead>
            <tr className="border-b-2 border-ink text-left">
              {columns.map((column) => (
                <TableHead key={column.id} column={column} sorting={sorting} onSort={() => sort(column)} />
              ))}
            </tr>
          </thead>
          {groups.map(({ heading, rows: own }) => (
            <tbody key={heading ?? ""}>
              {heading !== null && (
                <tr>
                  <th colSpan={columns.length} scope="rowgroup" className="border-b border-rule pt-5 pb-1 text-left">
                    <span className="flex items-baseline justify-between gap-3 font-normal">
                      <h2 className="text-lg">{heading}</h2>
                      <span className="text-sm text-ink-soft">{groupAside?.(heading)}</span>
                    </span>
                  </th>
                </tr>
              )}
              {inFew(own).map((few) => (
                <Suspense key={few.map((row) => findBy(row).key).join(" ")}>
                  {few.map((row) => (
                    <tr key={findBy(row).key} className="relative border-b border-rule align-top hover:bg-paper-2">
                      {columns.map((column) => (
                        <td key={column.id} className={cellClass(column)}>
                          <Cell>{column.cell(row)}</Cell>
                        </td>
                      ))}
                    </tr>
                  ))}
                </Suspense>
              ))}
            </tbody>
          ))}
        </table>
      )}
      {(at > 0 || !isLast) && (
        <Pager
          from={at * size}
          isLast={isLast}
          shown={shown.length}
          total={remote ? (remote.total ?? null) : found.length}
          onTurn={(step) => turnTo(at + step)}
        />
      )}
    </div>
  );
}

/** A few rows come to life at a time (`Suspense`), so that a phone answers a tap in between. */
const ROWS_AT_ONCE = 6;

function inFew<Row>(rows: readonly Row[]): readonly (readonly Row[])[] {
  const few: (readonly Row[])[] = [];
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) few.push(rows.slice(from, from + ROWS_AT_ONCE));
  return few;
}

/** A bare number or text of figures stands in the letters for figures. */
function Cell({ children }: { readonly children: ReactNode }) {
  return typeof children === "number" ? <span className="mono">{children}</span> : children;
}

/** For a button: the whole row can be tapped. */
export const ROW_BUTTON = `-my-2.5 block min-h-11 w-full text-left font-medium underline decoration-rule-strong underline-offset-4 ${WHOLE_ROW}`;

const cellClass = <Row extends RowData>({ numeric, wide, className }: TableColumn<Row>) =>
  classNames(
    "py-2.5 pr-3 last:pr-0",
    numeric && "text-right whitespace-nowrap",
    wide && "hidden md:table-cell",
    className,
  );

interface LookRequest<Row extends RowData> {
  readonly name: string;
  readonly columns: readonly TableColumn<Row>[];
  readonly remote: boolean;
}

/** The server is asked once somebody has stopped typing for so long, ms. */
const TYPED_WAIT_MS = 300;

/** How the table is looked at, as the address has it. */
function useLook<Row extends RowData>({ name, columns, remote }: LookRequest<Row>) {
  const [params, change] = useAddressState(remote);
  const named = (param: string) => (name ? `${name}-${param}` : param);
  const [typed, setTyped] = useState(params.get(named("search")) ?? "");
  const asking = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const sortText = params.get(named("sort"));
  const sorting = useMemo<SortingState>(() => sortingOf(sortText, columns), [sortText, columns]);
  return {
    typed,
    type: (text: string) => {
      setTyped(text);
      clearTimeout(asking.current);
      const look = () => change({ [named("search")]: text, [named("page")]: "" });
      if (remote) asking.current = setTimeout(look, TYPED_WAIT_MS);
      else look();
    },
    sorting,
    sort: (column: TableColumn<Row>) => change({ [named("sort")]: nextSort(column, sorting), [named("page")]: "" }),
    page: pageOf(params.get(named("page"))),
    turnTo: (to: number) => change({ [named("page")]: to ? String(to + 1) : "" }),
  };
}

/** "3": the third page, counted from nothing here. */
const pageOf = (text: string | null) => (text !== null && /^[1-9]\d{0,5}$/.test(text) ? Number(text) - 1 : 0);

interface PagerProps {
  /** Rows on the pages before. */
  readonly from: number;
  readonly isLast: boolean;
  /** Rows on this page. */
  readonly shown: number;
  /** On all pages; null where nobody counted them. */
  readonly total: number | null;
  readonly onTurn: (step: 1 | -1) => void;
}

function Pager({ from, isLast, shown, total, onTurn }: PagerProps) {
  return (
    <nav aria-label="Pages" className="flex flex-wrap items-center gap-3">
      <Button disabled={from === 0} onClick={() => onTurn(-1)}>
        Page before
      </Button>
      <Button disabled={isLast} onClick={() => onTurn(1)}>
        Next page
      </Button>
      <span className="text-sm text-ink-soft">
        {from + 1} to {from + shown}
        {total !== null && ` of ${total}`}
      </span>
    </nav>
  );
}
