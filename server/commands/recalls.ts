import "server-only";
import Joi from "joi";
import type { VehicleId } from "@/core/ids";
import { findKnownFailure } from "@/server/db/known-failures";
import { RECALL_STATES, settleRecall, type RecallState } from "@/server/db/recalls";
import { maybeVehicle } from "@/server/db/vehicles";
import { key, optionalText, uuid } from "@/server/input";
import type { Command } from "./command";
import { refuse, refuseInput } from "./refusal";

interface SettleInput {
  readonly vehicleId: VehicleId;
  readonly pattern: string;
  readonly state: RecallState;
  readonly reason: string;
}

/** Notes that a recall or a campaign was carried out on a vehicle, or that the customer refused it, and why. */
export const settleVehicleRecall: Command<SettleInput, null> = {
  name: "settle-recall",
  right: "job.complaint",
  input: Joi.object({
    vehicleId: uuid().required(),
    pattern: key().required(),
    state: Joi.string()
      .valid(...RECALL_STATES)
      .required(),
    reason: optionalText(400),
  }),
  async run({ db, actor, site, now }, input) {
    if (!(await maybeVehicle(db, site.id, input.vehicleId))) refuse({ code: "not-found", what: "vehicle" });
    const known = await findKnownFailure(db, input.pattern);
    if (!known?.details.bulletin) refuseInput("pattern", "is no recall and no campaign");
    if (input.state === "refused" && !input.reason) refuseInput("reason", "say why the customer refused it");
    await settleRecall(db, input, { id: actor.personId, at: now });
    return null;
  },
};
