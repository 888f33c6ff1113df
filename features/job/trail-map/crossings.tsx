"use client";

import type { CrossingView } from "@/server/views/trail-map";
import { PLOT_PERCENT, ROW, TOP } from "./measures";
import { movedText } from "./moved-text";

interface CrossingMarkProps {
  readonly crossing: CrossingView;
  readonly bottom: number;
  readonly isShown: boolean;
}

/** An entry's line across the roads, with its label where there is room for one. */
export function CrossingMark({ crossing, bottom, isShown }: CrossingMarkProps) {
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

/** Where an entry can be pointed at or gone to: wider than its line. */
export function CrossingTarget({
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
