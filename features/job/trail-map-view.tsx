"use client";

import { MAP_WIDTH, type Crossing } from "@/core/trail";
import { percentText } from "@/features/shared/format";
import type { RoadView } from "@/server/views/job-sheet";
import { Empty } from "@/ui/section";
import { useJobPage } from "./job-context";

/** Room above the roads for two rows of crossing labels, and between the rows. */
const TOP = 44;
const ROW = 17;
/** The plot's share of the width; names stand right of it. */
const PLOT_PERCENT = 66;

/** One road a suspect, as wide as its odds, over the minutes spent. On a phone a short list of the roads. */
export function TrailMapView() {
  const { sheet } = useJobPage();
  const { roads, crossings, height } = sheet.map;
  if (!roads.length) return <Empty>No map yet: it starts with the first entry.</Empty>;
  return (
    <section aria-label="Trail map" className="border-y border-rule bg-paper-2">
      <div className="hidden px-6 py-2 md:block">
        <Drawing roads={roads} crossings={crossings} height={height} />
      </div>
      <RoadList roads={roads} />
    </section>
  );
}

interface DrawingProps {
  readonly roads: readonly RoadView[];
  readonly crossings: readonly Crossing[];
  readonly height: number;
}

function Drawing({ roads, crossings, height }: DrawingProps) {
  return (
    <svg width="100%" height={height + TOP + 8} role="img" aria-label={describe(roads)}>
      <Legend />
      {crossings.map((crossing) => (
        <CrossingMark key={crossing.seq} crossing={crossing} bottom={height + TOP} />
      ))}
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
        <RoadEnd key={road.key} road={road} />
      ))}
    </svg>
  );
}

/** Stands over the names, where no crossing's label reaches. */
function Legend() {
  return (
    <g fontSize="13" fill="var(--color-ink-soft)">
      <text x={`${PLOT_PERCENT}%`} dx="88" y={TOP - 27} fontSize="15" fontWeight={600} fill="var(--color-ink)">
        Trail map
      </text>
      <text x={`${PLOT_PERCENT}%`} dx="88" y={TOP - 10}>
        width: odds · bar: dead end · across: minutes
      </text>
    </g>
  );
}

const ROAD_FILL = {
  open: "var(--color-ink)",
  closed: "var(--color-road-closed)",
  through: "var(--color-spruce)",
} as const;

function CrossingMark({ crossing, bottom }: { readonly crossing: Crossing; readonly bottom: number }) {
  const { share, row, label, anchor } = crossing;
  const x = `${share * PLOT_PERCENT}%`;
  const y = TOP - 10 - (row ?? 0) * ROW;
  return (
    <>
      <line x1={x} x2={x} y1={row === null ? TOP - 4 : y + 4} y2={bottom} stroke="var(--color-rule)" />
      {row !== null && (
        <text x={x} y={y} textAnchor={anchor} fontSize="13" fill="var(--color-ink-soft)">
          {label}
        </text>
      )}
    </>
  );
}

/** What stands at the end of a road: an end bar with its reason, or an arrowhead, and the name in the order of odds. */
function RoadEnd({ road }: { readonly road: RoadView }) {
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
        <text x={`${PLOT_PERCENT}%`} dx="74" y={y + 5} fontSize="14" textAnchor="end" fill="var(--color-ink)">
          {road.state === "closed" ? "" : percentText(road.p)}
        </text>
      </g>
      <text
        x={`${PLOT_PERCENT}%`}
        dx="88"
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
        {road.name}
      </text>
    </>
  );
}

/** From here on the reason stands before its bar, over the road: behind it there is no room. */
const LATE_SHARE = 0.72;
/** How far a reason may run past the plot, up to the names. */
const REASON_REACH_PERCENT = 6;

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
    <ul className="px-4 py-2 md:hidden">
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
