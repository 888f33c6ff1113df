"use client";

import { Bar, CartesianGrid, ComposedChart, Line, ResponsiveContainer, XAxis, YAxis } from "recharts";
import type { QuarterRow } from "@/server/db/numbers";
import { useHydrated } from "@/ui/hydrated";
import { shortQuarter } from "./quarter-text";

const CHART_PX = 240;

/** Minutes to the root cause by quarter, and the minutes in vain per job beside it. */
export function MinutesChart({ quarters }: { readonly quarters: readonly QuarterRow[] }) {
  // Its style attributes are none of the page that the server sends.
  const hydrated = useHydrated();
  const points = quarters.map(({ quarter, medianMinutes, vainMinutes, jobs }) => ({
    name: shortQuarter(quarter),
    minutes: medianMinutes,
    vain: jobs ? Math.round(vainMinutes / jobs) : 0,
  }));
  return (
    <div aria-hidden className="pt-2">
      <div className="h-60">
        {hydrated && (
          <ResponsiveContainer width="100%" height={CHART_PX} initialDimension={{ width: 560, height: CHART_PX }}>
            <ComposedChart accessibilityLayer={false} data={points} margin={{ top: 8, right: 8, bottom: 0, left: 0 }}>
              <CartesianGrid stroke="var(--color-rule)" vertical={false} />
              <XAxis dataKey="name" stroke="var(--color-ink)" interval="preserveStartEnd" />
              <YAxis stroke="var(--color-ink)" width={44} unit="" />
              <Bar dataKey="vain" fill="var(--color-rule-strong)" isAnimationActive={false} />
              <Line
                dataKey="minutes"
                stroke="var(--color-ink)"
                strokeWidth={2.5}
                dot={{ r: 3, fill: "var(--color-ink)" }}
                isAnimationActive={false}
              />
            </ComposedChart>
          </ResponsiveContainer>
        )}
      </div>
      <p className="text-sm text-ink-soft">Line: minutes to the cause. Bars: minutes in vain a job.</p>
    </div>
  );
}
