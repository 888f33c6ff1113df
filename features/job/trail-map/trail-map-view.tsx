"use client";

import { percentText } from "@/features/shared/format";
import type { CrossingView, RoadView } from "@/server/views/trail-map";
import { Empty } from "@/ui/section";
import { Unfold } from "@/ui/unfold";
import { useJobPage } from "../job-context";
import { Drawing } from "./drawing";
import { ROAD_FILL } from "./measures";
import { movedText } from "./moved-text";

/** One road a suspect, as wide as its odds, over the minutes spent. On a phone a short list of the roads. */
export function TrailMapView() {
  const { sheet } = useJobPage();
  const { roads, crossings, width, height, bookChanged } = sheet.map;
  if (!roads.length) return <Empty>No map yet: it starts with the first entry.</Empty>;
  return (
    <section aria-label="Trail map" className="border-y border-rule bg-paper-2 lg:border-0">
      <div className="hidden px-6 py-2 lg:block">
        <Drawing roads={roads} crossings={crossings} width={width} height={height} />
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

/** The same in words, for whoever cannot point: on a phone, or by ear. */
function WhatMoved({ crossings }: { readonly crossings: readonly CrossingView[] }) {
  if (crossings.length < 2) return null;
  return (
    <Unfold
      title="What each entry moved"
      small
      className="px-4 pb-2 sm:px-6 lg:-mt-11 print:mt-0! lg:ml-auto lg:w-fit lg:open:mt-0 lg:open:ml-0 lg:open:w-auto"
    >
      <ul className="text-sm">
        {crossings.slice(1).map((crossing) => (
          <li key={crossing.seq} className="border-t border-rule py-1">
            <span className="font-medium">{crossing.title}</span>, {movedText(crossing)}
          </li>
        ))}
      </ul>
    </Unfold>
  );
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
