"use client";

import { Area, CartesianGrid, ComposedChart, Line, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from "recharts";
import { groupDigits, odometerDraft, odometerText, percentText, type UnitSystem } from "@/features/shared/format";
import type { CurveView } from "@/server/views/known-failure-page";
import { useHydrated } from "@/ui/hydrated";
import { Unfold } from "@/ui/unfold";

interface FailureCurveChartProps {
  readonly view: CurveView;
  readonly units: UnitSystem;
}

const CHART_PX = 288;
const WEIBULL_POINTS = 40;
/** A fitted line that leaves the band anywhere is no description of these vehicles. */
const SLACK = 0.02;

/** Share that has not failed by an odometer, with its band; the same numbers as a table. */
export function FailureCurveChart({ view: { fleet, curve, weibull }, units }: FailureCurveChartProps) {
  // Its style attributes are none of the page that the server sends.
  const hydrated = useHydrated();
  const first = Math.min(...fleet.watched.map(({ enteredKm }) => enteredKm));
  const last = Math.max(...fleet.watched.map(({ km }) => km));
  const fits = weibull !== null && curve.steps.every(fitsIn(weibull, first));
  const points = [
    { km: first, surviving: 1, band: [1, 1] as const },
    ...curve.steps.map(({ km, surviving, low, high }) => ({
      km,
      surviving,
      band: [low ?? 0, high ?? surviving] as const,
    })),
    ...(curve.steps.at(-1) ? [{ km: last, surviving: curve.steps.at(-1)?.surviving ?? 1, band: null }] : []),
  ];
  const model =
    fits && weibull
      ? Array.from({ length: WEIBULL_POINTS + 1 }, (_, at) => {
          const km = first + ((last - first) * at) / WEIBULL_POINTS;
          return { km, model: weibullAt(weibull, km) / weibullAt(weibull, first) };
        })
      : [];
  return (
    <div className="flex flex-col gap-2 pt-2">
      <p>
        {curve.b10Km === null
          ? "Fewer than one in ten had failed"
          : `One in ten had failed by ${odometerText(curve.b10Km, units)}`}
        {curve.medianKm === null ? "; half was not reached." : `; half by ${odometerText(curve.medianKm, units)}.`}{" "}
        {weibullText(weibull, fits, units)}
      </p>
      <div aria-hidden className="h-72">
        {hydrated && (
          <ResponsiveContainer width="100%" height={CHART_PX} initialDimension={{ width: 640, height: CHART_PX }}>
            <ComposedChart accessibilityLayer={false} margin={{ top: 8, right: 16, bottom: 8, left: 0 }}>
              <CartesianGrid stroke="var(--color-rule)" vertical={false} />
              <XAxis
                dataKey="km"
                type="number"
                domain={[first, last]}
                allowDuplicatedCategory={false}
                tickFormatter={(km: number) => groupDigits(Number(odometerDraft(km, units)))}
                stroke="var(--color-ink)"
              />
              <YAxis
                domain={[0, 1]}
                tickFormatter={(share: number) => `${Math.round(share * 100)} %`}
                stroke="var(--color-ink)"
                width={56}
              />
              <Area
                data={points}
                dataKey="band"
                type="stepAfter"
                stroke="none"
                fill="var(--color-rule)"
                fillOpacity={0.6}
                isAnimationActive={false}
              />
              <Line
                data={points}
                dataKey="surviving"
                type="stepAfter"
                stroke="var(--color-ink)"
                strokeWidth={2.5}
                dot={false}
                isAnimationActive={false}
              />
              {model.length > 0 && (
                <Line
                  data={model}
                  dataKey="model"
                  stroke="var(--color-spruce)"
                  strokeDasharray="6 4"
                  strokeWidth={2}
                  dot={false}
                  isAnimationActive={false}
                />
              )}
              {curve.b10Km !== null && <ReferenceLine x={curve.b10Km} stroke="var(--color-ochre)" />}
            </ComposedChart>
          </ResponsiveContainer>
        )}
      </div>
      <p className="text-sm text-ink-soft">
        Share that has not failed by an odometer, with its 95 % band (Kaplan–Meier, entered when they first came here),
        over the odometers at which at least three were watched. Only vehicles that this shop knows, and taken to be no
        different from those that never come: <span className="mono">{fleet.watched.length}</span> were watched,{" "}
        <span className="mono">{curve.failures}</span> of them up to the failure
        {fleet.cameWithIt > 0 &&
          `; ${fleet.cameWithIt} more came in with it the first time and were never watched without it`}
        {fleet.seenOnce > 0 && `; ${fleet.seenOnce} were seen once only`}.
      </p>
      <Unfold title="The same as a table" small>
        <table className="text-sm">
          <thead>
            <tr className="text-left text-ink-soft">
              {["Odometer", "Watched", "Failed", "Not failed", "95 % band"].map((head) => (
                <th key={head} scope="col" className="pr-6 font-normal">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {curve.steps.map(({ km, atRisk, failures, surviving, low, high }) => (
              <tr key={km} className="mono border-b border-rule">
                <td className="pr-6">{odometerText(km, units)}</td>
                <td className="pr-6">{atRisk}</td>
                <td className="pr-6">{failures}</td>
                <td className="pr-6">{percentText(surviving)}</td>
                <td>{low === null || high === null ? "" : `${percentText(low)} to ${percentText(high)}`}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Unfold>
    </div>
  );
}

type Weibull = NonNullable<CurveView["weibull"]>;

const weibullAt = ({ shape, scaleKm }: Weibull, km: number) => Math.exp(-((km / scaleKm) ** shape));

/** Of those that got to where watching begins. */
const fitsIn =
  (weibull: Weibull, first: number) =>
  ({ km, low, high }: CurveView["curve"]["steps"][number]) => {
    const model = weibullAt(weibull, km) / weibullAt(weibull, first);
    return low === null || high === null || (model >= low - SLACK && model <= high + SLACK);
  };

/** An even share of all that is left fails at each kilometre: neither early nor from wear. */
const [EARLY_BELOW, WEAR_ABOVE] = [0.8, 1.25];

function weibullText(weibull: Weibull | null, fits: boolean, units: UnitSystem): string {
  if (!weibull) return "";
  if (!fits) return "A Weibull line does not fit them: it leaves the band, so that none is drawn.";
  const { shape, scaleKm } = weibull;
  const kind =
    shape > WEAR_ABOVE
      ? "it wears out"
      : shape < EARLY_BELOW
        ? "it fails early or not"
        : "it fails at any odometer alike";
  return `Weibull (dashed): shape ${shape.toFixed(1)}, ${kind}; scale ${odometerText(Math.round(scaleKm), units)}.`;
}
