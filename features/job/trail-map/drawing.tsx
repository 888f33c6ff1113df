"use client";

import { useState } from "react";
import { percentText } from "@/features/shared/format";
import type { CrossingView, RoadView } from "@/server/views/trail-map";
import { CrossingMark, CrossingTarget } from "./crossings";
import { NAMES_BEGIN, PLOT_PERCENT, TOP } from "./measures";
import { movedText } from "./moved-text";
import { Roads } from "./roads";

interface DrawingProps {
  readonly roads: readonly RoadView[];
  readonly crossings: readonly CrossingView[];
  readonly width: number;
  readonly height: number;
}

/** The map as it is drawn where there is room: roads over minutes; an entry that is pointed at says what it moved. */
export function Drawing({ roads, crossings, width, height }: DrawingProps) {
  const [shown, setShown] = useState<number | null>(null);
  const crossing = crossings.find(({ seq }) => seq === shown);
  return (
    <>
      <svg width="100%" height={height + TOP + 8} role="group" aria-label={describe(roads)}>
        <Legend />
        {crossings.map((each) => (
          <CrossingMark key={each.seq} crossing={each} bottom={height + TOP} isShown={each.seq === shown} />
        ))}
        <Roads roads={roads} width={width} height={height} />
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

/** Stands over the names, where no crossing's label reaches. */
function Legend() {
  return (
    <g fontSize="13" fill="var(--color-ink-soft)">
      <text x={`${PLOT_PERCENT}%`} dx={NAMES_BEGIN} y={TOP - 27} fontSize="15" fontWeight={600} fill="var(--color-ink)">
        Trail map
      </text>
      <text x={`${PLOT_PERCENT}%`} dx={NAMES_BEGIN} y={TOP - 10}>
        width: odds · bar: dead end · across: minutes
      </text>
    </g>
  );
}

function describe(roads: readonly RoadView[]): string {
  const words = roads.map(
    ({ name, p, state, closedText }) =>
      `${name}: ${state === "closed" ? (closedText ?? "closed") : `${percentText(p)}, ${state}`}`,
  );
  return `Trail map. ${words.join(". ")}.`;
}
