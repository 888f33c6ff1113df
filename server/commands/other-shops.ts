import "server-only";
import Joi from "joi";
import { countAlone } from "@/server/db/count-locks";
import { deleteOtherShop, findOtherShop, weighOtherShop, type OtherShopFound } from "@/server/db/other-shops";
import { uuid } from "@/server/input";
import { letOthersSpeakAnew, letSpeak, silence, speakingFor } from "@/server/other-shops/apply";
import type { Command, CommandContext } from "./command";
import { refuse } from "./refusal";

async function lockedShop({ db }: CommandContext, id: string): Promise<OtherShopFound> {
  await countAlone(db);
  return (await findOtherShop(db, id)) ?? refuse({ code: "not-found", what: "other shop" });
}

interface WeighInput {
  readonly id: string;
  /** What one of its jobs counts beside one of ours, 0 to 1; at 0 nothing of its casebook stands in the book. */
  readonly weight: number;
}

/** Says how much another shop's casebook counts here. */
export const weighCasebook: Command<WeighInput, null> = {
  name: "weigh-other-shop",
  right: "book.edit",
  input: Joi.object({ id: uuid().required(), weight: Joi.number().min(0).max(1).required() }),
  async run(context, { id, weight }) {
    const shop = await lockedShop(context, id);
    const weightMilli = Math.round(weight * 1000);
    await weighOtherShop(context.db, id, weightMilli);
    if (shop.weightMilli === 0 && weightMilli > 0) await letSpeak(speakingFor(context), shop);
    if (shop.weightMilli > 0 && weightMilli === 0) {
      await silence(context.db, id);
      await letOthersSpeakAnew(speakingFor(context));
    }
    return null;
  },
};

/** Takes another shop's casebook out again: its counts, and what came with it and is used nowhere here. */
export const removeCasebook: Command<{ readonly id: string }, null> = {
  name: "remove-other-shop",
  right: "book.edit",
  input: Joi.object({ id: uuid().required() }),
  async run(context, { id }) {
    await lockedShop(context, id);
    await silence(context.db, id);
    await deleteOtherShop(context.db, id);
    await letOthersSpeakAnew(speakingFor(context));
    return null;
  },
};
