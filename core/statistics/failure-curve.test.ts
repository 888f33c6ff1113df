import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { chanceOfFailing, failureCurve, fitWeibull, normalQuantile, type Watched } from ".";

const seen = (km: number, failed = true, enteredKm = 0): Watched => ({ enteredKm, km, failed });
/** Remission in weeks under one treatment, "+" where the watching ended: Freireich et al. 1963, as in Collett, Modelling Survival Data, 2.1. */
const WEEKS = "6 6 6 6+ 7 9+ 10 10+ 11+ 13 16 17+ 19+ 20+ 22 23 25+ 32+ 32+ 34+ 35+"
  .split(" ")
  .map((text) => seen(parseInt(text, 10), !text.endsWith("+")));

describe("the curve of survival", () => {
  test("is the published one, with its log-log band", () => {
    const { steps, medianKm, b10Km, failures } = failureCurve(WEEKS, 0.95);
    const round = (value: number | null) => (value === null ? null : Number(value.toFixed(3)));
    expect(
      steps.map(({ km, atRisk, failures: died, surviving, low, high }) => [
        km,
        atRisk,
        died,
        round(surviving),
        round(low),
        round(high),
      ]),
    ).toEqual([
      [6, 21, 3, 0.857, 0.62, 0.952],
      [7, 17, 1, 0.807, 0.563, 0.923],
      [10, 15, 1, 0.753, 0.503, 0.889],
      [13, 12, 1, 0.69, 0.432, 0.849],
      [16, 11, 1, 0.627, 0.368, 0.805],
      [22, 7, 1, 0.538, 0.268, 0.747],
      [23, 6, 1, 0.448, 0.188, 0.68],
    ]);
    expect([medianKm, b10Km, failures]).toEqual([23, 6, 9]);
  });

  test("agrees with counting vehicle by vehicle, late entries too", () => {
    const vehicle = fc.record({
      enteredKm: fc.integer({ min: 0, max: 40 }),
      more: fc.integer({ min: 1, max: 60 }),
      failed: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(vehicle, { minLength: 1, maxLength: 40 }), (drawn) => {
        const vehicles = drawn.map(({ enteredKm, more, failed }) => seen(enteredKm + more, failed, enteredKm));
        const { steps } = failureCurve(vehicles, 0.9);
        let [left, green] = [1, 0];
        const kms = [...new Set(vehicles.flatMap(({ km, failed }) => (failed ? km : [])))].sort((a, b) => a - b);
        expect(steps.map(({ km }) => km)).toEqual(kms);
        for (const step of steps) {
          const atRisk = vehicles.filter(({ enteredKm, km }) => enteredKm < step.km && km >= step.km).length;
          const died = vehicles.filter(({ km, failed }) => failed && km === step.km).length;
          left *= (atRisk - died) / atRisk;
          green += died / atRisk / (atRisk - died);
          expect([step.atRisk, step.failures]).toEqual([atRisk, died]);
          expect(step.surviving).toBeCloseTo(left, 10);
          if (left === 0 || step.low === null || step.high === null) continue;
          // By the transformed scale itself: ln(-ln S) is taken as normal.
          const middle = Math.log(-Math.log(left));
          const half = (1.6448536269514722 * Math.sqrt(green)) / Math.abs(Math.log(left));
          expect(Math.log(-Math.log(step.low))).toBeCloseTo(middle + half, 6);
          expect(Math.log(-Math.log(step.high))).toBeCloseTo(middle - half, 6);
        }
      }),
      { seed: 17 },
    );
  });

  test("tells the chance of the next stretch, and nothing where nobody got so far", () => {
    const curve = failureCurve(WEEKS, 0.95);
    expect(chanceOfFailing(curve, WEEKS, { odometerKm: 10, withinKm: 12 })).toBeCloseTo(1 - 0.5378151 / 0.7529412, 6);
    expect(chanceOfFailing(curve, WEEKS, { odometerKm: 36, withinKm: 5 })).toBeNull();
    const gone = [seen(5), seen(5)];
    expect(chanceOfFailing(failureCurve(gone, 0.95), gone, { odometerKm: 5, withinKm: 5 })).toBeNull();
    expect(failureCurve(gone, 0.95).steps).toEqual([
      { km: 5, atRisk: 2, failures: 2, surviving: 0, low: null, high: null },
    ]);
  });
});

describe("the Weibull fit", () => {
  const logLikelihood = (vehicles: readonly Watched[], shape: number, scale: number) =>
    vehicles.reduce((sum, { enteredKm, km, failed }) => {
      const hazard = Math.log(shape / scale) + (shape - 1) * Math.log(km / scale);
      return sum + (failed ? hazard : 0) - (km / scale) ** shape + (enteredKm / scale) ** shape;
    }, 0);

  test("is the published one of the remissions", () => {
    // Kalbfleisch and Prentice, 3.8: shape 1.35, scale 33.8 weeks.
    const fit = fitWeibull(WEEKS);
    expect(fit?.shape).toBeCloseTo(1.354, 3);
    expect(fit?.scaleKm).toBeCloseTo(33.77, 1);
  });

  test("is the top of the likelihood, with late entries too, and says how likely that is", () => {
    const vehicle = fc.record({
      enteredKm: fc.integer({ min: 0, max: 60_000 }),
      more: fc.integer({ min: 1000, max: 150_000 }),
      failed: fc.boolean(),
    });
    let fitted = 0;
    fc.assert(
      fc.property(fc.array(vehicle, { minLength: 6, maxLength: 40 }), (drawn) => {
        const vehicles = drawn.map(({ enteredKm, more, failed }) => seen(enteredKm + more, failed, enteredKm));
        const fit = fitWeibull(vehicles);
        if (!fit) return;
        fitted++;
        const top = logLikelihood(vehicles, fit.shape, fit.scaleKm);
        expect(fit.logLikelihood).toBeCloseTo(top, 5);
        for (const [shape, scale] of [
          [1.01, 1],
          [0.99, 1],
          [1, 1.01],
          [1, 0.99],
          [1.02, 0.98],
          [0.98, 1.02],
        ] as const)
          expect(logLikelihood(vehicles, fit.shape * shape, fit.scaleKm * scale)).toBeLessThan(top + 1e-9);
      }),
      { seed: 5 },
    );
    expect(fitted).toBeGreaterThan(50);
  });

  test("is none of one failure, or of all at one odometer", () => {
    expect(fitWeibull([seen(5), seen(7, false)])).toBeNull();
    expect(fitWeibull([seen(5), seen(5), seen(9, false)])).toBeNull();
  });
});

test("normal quantiles are the tabulated ones", () => {
  // Abramowitz and Stegun, table 26.5.
  for (const [p, z] of [
    [0.975, 1.959963984540054],
    [0.95, 1.6448536269514722],
    [0.995, 2.5758293035489004],
    [0.5, 0],
    [1e-9, -5.997807015008182],
  ] as const)
    expect(normalQuantile(p)).toBeCloseTo(z, 12);
});
