import { chanceOfFailing, failureCurve, fitWeibull } from "@/core/statistics";
import { call } from "@/server/api/call";
import { failureCurveInput } from "@/server/api/failure-curve-input";

/** When do they fail? Nothing is stored. */
export const POST = call("shop.read", failureCurveInput, async ({ input: { vehicles, confidence, ask } }) => {
  const curve = failureCurve(vehicles, confidence);
  return {
    vehicles: curve.vehicles,
    failures: curve.failures,
    steps: curve.steps,
    medianKm: curve.medianKm,
    b10Km: curve.b10Km,
    weibull: fitWeibull(vehicles),
    chance: ask && chanceOfFailing(curve, vehicles, ask),
  };
});
