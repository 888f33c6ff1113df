import "server-only";
import Joi from "joi";
import type { Watched } from "@/core/statistics";
import { confidenceInput } from "./doubt-input";

export interface FailureCurveInput {
  readonly vehicles: readonly Watched[];
  readonly confidence: number;
  readonly ask: { readonly odometerKm: number; readonly withinKm: number } | null;
}

/** Farther than any vehicle goes, km. */
const MOST_KM = 1e9;
const MOST_VEHICLES = 100_000;
const km = () => Joi.number().min(0).max(MOST_KM);

/** Vehicles with where each was watched from and to, and whether it failed there. */
export const failureCurveInput = Joi.object<FailureCurveInput>({
  vehicles: Joi.array()
    .min(1)
    .max(MOST_VEHICLES)
    .items(
      Joi.object({
        enteredKm: km().default(0),
        km: km()
          .required()
          .custom((value: number, helpers) =>
            value > entered(helpers.state.ancestors[0]) ? value : helpers.message(TOO_LATE),
          ),
        failed: Joi.boolean().required(),
      }),
    )
    .required(),
  confidence: confidenceInput().default(0.95),
  ask: Joi.object({ odometerKm: km().required(), withinKm: km().required() }).allow(null).default(null),
});

const TOO_LATE = { custom: "must be more than enteredKm: else it was never watched" };

/** Where it was first seen; what is no number is refused for itself. */
const entered = (vehicle: { readonly enteredKm?: unknown }) =>
  typeof vehicle.enteredKm === "number" ? vehicle.enteredKm : 0;
