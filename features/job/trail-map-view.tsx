"use client";

import { useState } from "react";
import { MAP_WIDTH } from "@/core/trail";
import { minutesText, percentText } from "@/features/shared/format";
import type { CrossingView, RoadView } from "@/server/views/trail-map";
import { Empty } from "@/ui/section";
import { useJobPage } from "./job-context";

/** Room above the roads for two rows of crossing labels, and between the rows. */
const TOP = 44;
const ROW = 17;
/** The plot's share of the width; names stand right of it. */
const PLOT_PERCENT = 57;

/** One road a suspect, as wide as its odds, over the minutes spent. On a phone a short list of the roads. */
export function TrailMapView() {
  const { sheet } = useJobPage();
  const { roads, crossings, height, bookChanged } = sheet.map;
  if (!roads.length) return <Empty>No map yet: it starts with the first entry.</Empty>;
  return (
    <section aria-label="Trail map" className="border-y border-rule bg-paper-2 lg:border-0">
      <div className="hidden px-6 py-2 lg:block">
        <Drawing roads={roads} crossings={crossings} height={height} />
      </div>
      <RoadList roads={roads} />
      {bookChanged && (
        <p className="px-4 pb-1 text-sm text-ink-soft sm:px-6">
          The book has changed since the last entry; the roads end in what it says today.
        </p>
      )}
      <WhatMoved crossings={crossings} />
    </section>
  );
}

interface DrawingProps {
  readonly roads: readonly RoadView[];
  readonly crossings: readonly CrossingView[];
  readonly height: number;
}

function Drawing({ roads, crossings, height }: DrawingProps) {
  const [shown, setShown] = useState<number | null>(null);
  const crossing = crossings.find(({ seq }) => seq === shown);
  return (
    <>
      <svg width="100%" height={height + TOP + 8} role="group" aria-label={describe(roads)}>
        <Legend />
        {crossings.map((each) => (
          <CrossingMark key={each.seq} crossing={each} bottom={height + TOP} isShown={each.seq === shown} />
        ))}
        <Roads roads={roads} height={height} />
        {crossings.map((each) => (
          <CrossingTarget key={each.seq} crossing={each} bottom={height + TOP} onShow={setShown} />
        ))}
      </svg>
      <p className="no-print min-h-7 pr-56 text-sm" aria-live="polite">
        {crossing ? (
          <>
            <span className="font-medium">{crossing.title}</span>, {movedText(crossing)}
          </>
        ) : (
          <span className="text-ink-soft">Point at an entry, or go to it with Tab, to see what it moved.</span>
        )}
      </p>
    </>
  );
}

/** "Boost hose: split 40 to 1 %; Turbocharger: sticking 40 to 80 %" */
function movedText({ moves, minutes }: CrossingView): string {
  const moved = moves
    .map(({ name, from, to, closes }) =>
      closes ? `closes ${name}` : `${name} ${percentText(from)} to ${percentText(to)}`,
    )
    .join("; ");
  return `${minutesText(minutes)}: ${moved || "no suspect moved by as much as one in a hundred"}`;
}

/** Where an entry can be pointed at or gone to: wider than its line. */
function CrossingTarget({
  crossing,
  bottom,
  onShow,
}: {
  readonly crossing: CrossingView;
  readonly bottom: number;
  readonly onShow: (seq: number | null) => void;
}) {
  const show = () => onShow(crossing.seq);
  const hide = () => onShow(null);
  return (
    <svg x={`${crossing.share * PLOT_PERCENT}%`} y="0" width="1" height={bottom} overflow="visible">
      <rect
        x="-11"
        y="2"
        width="22"
        height={bottom - 4}
        fill="transparent"
        tabIndex={0}
        role="button"
        aria-label={`${crossing.title}, ${movedText(crossing)}`}
        onMouseEnter={show}
        onMouseLeave={hide}
        onFocus={show}
        onBlur={hide}
        onClick={show}
      />
    </svg>
  );
}

/** The same in words, for whoever cannot point: on a phone, or by ear. */
function WhatMoved({ crossings }: { readonly crossings: readonly CrossingView[] }) {
  if (crossings.length < 2) return null;
  return (
    <details className="px-4 pb-2 sm:px-6 lg:-mt-11 print:mt-0! lg:ml-auto lg:w-fit lg:open:mt-0 lg:open:ml-0 lg:open:w-auto">
      <summary className="inline-flex min-h-11 cursor-pointer items-center text-sm font-medium underline decoration-rule-strong underline-offset-4">
        What each entry moved
      </summary>
      <ul className="text-sm">
        {crossings.slice(1).map((crossing) => (
          <li key={crossing.seq} className="border-t border-rule py-1">
            <span className="font-medium">{crossing.title}</span>, {movedText(crossing)}
          </li>
        ))}
      </ul>
    </details>
  );
}

function Roads({ roads, height }: Pick<DrawingProps, "roads" | "height">) {
  return (
    <>
      <svg
        x="0"
        y={TOP}
        width={`${PLOT_PERCENT}%`}
        height={height}
        viewBox={`0 0 ${MAP_WIDTH} ${height}`}
        preserveAspectRatio="none"
      >
        {roads.map(({ key, path, state }) => (
          <path key={key} d={path} fill={ROAD_FILL[state]} />
        ))}
      </svg>
      {roads.map((road) => (
        <RoadEnd key={road.key} road={road} hasRoom={roads.length < MANY_ROADS} />
      ))}
    </>
  );
}

/** Stands over the names, where no crossing's label reaches. */
function Legend() {
  return (
    <g fontSize="13" fill="var(--color-ink-soft)">
      <text x={`${PLOT_PERCENT}%`} dx="70" y={TOP - 27} fontSize="15" fontWeight={600} fill="var(--color-ink)">
        Trail map
      </text>
      <text x={`${PLOT_PERCENT}%`} dx="70" y={TOP - 10}>
        width: odds · bar: dead end · across: minutes
      </text>
    </g>
  );
}

interface CrossingMarkProps {
  readonly crossing: CrossingView;
  readonly bottom: number;
  readonly isShown: boolean;
}

const ROAD_FILL = {
  open: "var(--color-ink)",
  closed: "var(--color-road-closed)",
  through: "var(--color-spruce)",
} as const;

function CrossingMark({ crossing, bottom, isShown }: CrossingMarkProps) {
  const { share, row, label, anchor } = crossing;
  const x = `${share * PLOT_PERCENT}%`;
  const y = TOP - 10 - (row ?? 0) * ROW;
  const line = isShown
    ? { stroke: "var(--color-ochre)", strokeWidth: 2.5 }
    : { stroke: "var(--color-rule)", strokeWidth: 1 };
  return (
    <>
      <line x1={x} x2={x} y1={row === null ? TOP - 4 : y + 4} y2={bottom} {...line} />
      {row !== null && (
        <text
          x={x}
          y={y}
          textAnchor={anchor}
          fontSize="13"
          fill={isShown ? "var(--color-ink)" : "var(--color-ink-soft)"}
        >
          {label}
        </text>
      )}
    </>
  );
}

/** What stands at the end of a road: an end bar with its reason, or an arrowhead, and the name in the order of odds. */
function RoadEnd({ road, hasRoom }: { readonly road: RoadView; readonly hasRoom: boolean }) {
  const y = road.y + TOP;
  const half = road.endHalfWidth;
  const end = road.endShare * PLOT_PERCENT;
  return (
    <>
      {road.state === "closed" && <DeadEnd road={road} />}
      {road.state === "through" && (
        <svg
          x={`${end}%`}
          y={y - half - 7}
          width="18"
          height={half * 2 + 14}
          viewBox="0 0 18 44"
          preserveAspectRatio="none"
        >
          <path d="M0 0 L18 22 L0 44 Z" fill="var(--color-spruce)" />
        </svg>
      )}
      <g className="mono">
        <text x={`${PLOT_PERCENT}%`} dx="58" y={y + 5} fontSize="14" textAnchor="end" fill="var(--color-ink)">
          {road.state === "closed" ? "" : percentText(road.p)}
        </text>
      </g>
      <text
        x={`${PLOT_PERCENT}%`}
        dx="70"
        y={y + 5}
        fontSize="15"
        fontWeight={road.state === "closed" ? 400 : 600}
        fill={
          road.state === "closed"
            ? "var(--color-ink-soft)"
            : road.state === "through"
              ? "var(--color-spruce)"
              : "var(--color-ink)"
        }
        textDecoration={road.state === "closed" ? "line-through" : undefined}
      >
        <RoadName road={road} y={y} hasRoom={hasRoom} />
      </text>
    </>
  );
}

/** So many letters have room beside the map; a longer name stands in two lines, the part and how it failed. */
const NAME_LETTERS = 30;
/** From so many roads on they stand too close for a second line. */
const MANY_ROADS = 7;

interface RoadNameProps {
  readonly road: RoadView;
  readonly y: number;
  readonly hasRoom: boolean;
}

function RoadName({ road: { name }, y, hasRoom }: RoadNameProps) {
  const colon = name.indexOf(": ");
  if (!hasRoom || name.length <= NAME_LETTERS || colon < 0) return name;
  return (
    <>
      <tspan x={`${PLOT_PERCENT}%`} dx="70" y={y - 2} fontSize="14">
        {name.slice(0, colon + 1)}
      </tspan>
      <tspan x={`${PLOT_PERCENT}%`} dx="70" y={y + 13} fontSize="14">
        {name.slice(colon + 2)}
      </tspan>
    </>
  );
}

/** From here on the reason stands before its bar, over the road: behind it there is no room. */
const LATE_SHARE = 0.72;
/** How far a reason may run past the plot, up to the names. */
const REASON_REACH_PERCENT = 8;

/** The end bar, and what closed the road. */
function DeadEnd({ road: { y, endShare, endHalfWidth, closedText } }: { readonly road: RoadView }) {
  const end = endShare * PLOT_PERCENT;
  const late = endShare > LATE_SHARE;
  const middle = y + TOP;
  return (
    <>
      <rect
        x={`${end}%`}
        y={middle - endHalfWidth - 6}
        width="5"
        height={endHalfWidth * 2 + 12}
        fill="var(--color-brick)"
      />
      {/* An inner drawing clips what does not fit, on whatever width. */}
      <svg
        x={late ? 0 : `${end}%`}
        y={middle - 26}
        width={late ? `${end}%` : `${PLOT_PERCENT + REASON_REACH_PERCENT - end}%`}
        height="40"
      >
        <text
          x={late ? "100%" : 0}
          dx={late ? -8 : 12}
          y={late ? 26 - endHalfWidth - 4 : 31}
          textAnchor={late ? "end" : "start"}
          fontSize="14"
          fill="var(--color-ink-soft)"
        >
          {closedText ?? "closed"}
        </text>
      </svg>
    </>
  );
}

function describe(roads: readonly RoadView[]): string {
  const words = roads.map(
    ({ name, p, state, closedText }) =>
      `${name}: ${state === "closed" ? (closedText ?? "closed") : `${percentText(p)}, ${state}`}`,
  );
  return `Trail map. ${words.join(". ")}.`;
}

/** The map where there is no room for one: roads by their odds, with their widths. */
function RoadList({ roads }: { readonly roads: readonly RoadView[] }) {
  return (
    <ul className="px-4 py-2 sm:px-6 lg:hidden">
      {roads.map(({ key, name, p, state, closedText }) => (
        <li key={key} className="flex items-center gap-3 py-1">
          <svg width="64" height="24" aria-hidden className="shrink-0">
            <rect
              x="0"
              y={12 - Math.max(1, p * 11)}
              width={state === "closed" ? 40 : 64}
              height={Math.max(2, p * 22)}
              fill={ROAD_FILL[state]}
            />
            {state === "closed" && <rect x="42" y="2" width="5" height="20" fill="var(--color-brick)" />}
          </svg>
          <span className="mono w-12 shrink-0 text-right text-sm">{state === "closed" ? "" : percentText(p)}</span>
          <span className={state === "closed" ? "text-sm text-ink-soft" : "font-medium"}>
            {name}
            {state === "closed" && <span className="block">{closedText}</span>}
          </span>
        </li>
      ))}
    </ul>
  );
}
