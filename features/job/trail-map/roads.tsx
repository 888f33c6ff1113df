"use client";

import { percentText } from "@/features/shared/format";
import { classNames } from "@/ui/class-names";
import type { RoadView } from "@/server/views/trail-map";
import { NAMES_BEGIN, ODDS_END, PLOT_PERCENT, ROAD_FILL, TOP } from "./measures";

interface RoadsProps {
  readonly roads: readonly RoadView[];
  /** Of the paths' own units. */
  readonly width: number;
  readonly height: number;
}

/** Every road, and what stands at its end. */
export function Roads({ roads, width, height }: RoadsProps) {
  return (
    <>
      <svg
        x="0"
        y={TOP}
        width={`${PLOT_PERCENT}%`}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
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
        <text x={`${PLOT_PERCENT}%`} dx={ODDS_END} y={y + 5} fontSize="14" textAnchor="end" fill="var(--color-ink)">
          {road.state === "closed" ? "" : percentText(road.p)}
        </text>
      </g>
      <text
        x={`${PLOT_PERCENT}%`}
        dx={NAMES_BEGIN}
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
      <tspan x={`${PLOT_PERCENT}%`} dx={NAMES_BEGIN} y={y - 2} fontSize="14">
        {name.slice(0, colon + 1)}
      </tspan>
      <tspan x={`${PLOT_PERCENT}%`} dx={NAMES_BEGIN} y={y + 13} fontSize="14">
        {name.slice(colon + 2)}
      </tspan>
    </>
  );
}

/** From here on the reason stands before its bar, over the road: behind it there is no room. */
const LATE_SHARE = 0.72;

/** How far a reason may run past the plot, up to the names. */
const REASON_REACH_PERCENT = 8;

/** The line that a reason takes, in pixels: `leading-5`. */
const REASON_HEIGHT = 20;

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
      {/* A reason that does not fit, on whatever width, ends in an ellipsis; the suspects beneath say it whole. */}
      <foreignObject
        x={late ? 0 : `${end}%`}
        y={late ? middle - endHalfWidth - REASON_HEIGHT : middle - REASON_HEIGHT / 2}
        width={late ? `${end}%` : `${PLOT_PERCENT + REASON_REACH_PERCENT - end}%`}
        height={REASON_HEIGHT}
      >
        <p className={classNames("truncate text-[14px] leading-5 text-ink-soft", late ? "pr-2 text-right" : "pl-3")}>
          {closedText ?? "closed"}
        </p>
      </foreignObject>
    </>
  );
}
