import "server-only";
import Joi from "joi";
import type { Actor } from "@/server/auth/session";
import { giveVersionThatIsDue, letVersionComeAtTheEnd } from "@/server/db/book-version";
import { countAlone, countTogether } from "@/server/db/count-locks";
import { emptyCountersOf } from "@/server/db/counters";
import { deleteOtherShop, findOtherShop, letGoOf, speakingShops, weighOtherShop } from "@/server/db/other-shops";
import { pool } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { uuid } from "@/server/input";
import { beginToSpeak, letOthersSpeakAnew, letSpeak, speakingFor } from "@/server/other-shops/apply";
import { speechesAhead, type SpeechesAhead } from "@/server/other-shops/count";
import type { Command, CommandContext } from "./command";
import { refuse } from "./refusal";

interface WeighInput {
  readonly id: string;
  /** What one of its jobs counts beside one of ours, 0 to 1; at 0 nothing of its casebook stands in the book. */
  readonly weight: number;
}

type WithSpeeches<Input> = Input & { readonly ahead?: SpeechesAhead | undefined };

/** What the shop says where it comes to speak, and the others where it falls silent, worked out before anybody has to wait for it. */
async function speechesWhere({ siteId }: Actor, id: string, speaks: boolean): Promise<SpeechesAhead | undefined> {
  const shop = await findOtherShop(pool(), id);
  if (!shop || shop.weightMilli > 0 === speaks) return undefined;
  const { currency } = await findSite(pool(), siteId);
  const counting = { db: pool(), currency };
  if (speaks) return speechesAhead(counting, [shop], []);
  const spoke = await speakingShops(pool());
  return speechesAhead(
    counting,
    spoke.filter((each) => each.id !== id),
    spoke.map((each) => each.id),
  );
}

/** Says how much another shop's casebook counts here. */
export const weighCasebook: Command<WithSpeeches<WeighInput>, null> = {
  name: "weigh-other-shop",
  right: "book.edit",
  input: Joi.object({ id: uuid().required(), weight: Joi.number().min(0).max(1).required() }),
  prepare: async (actor, input) => ({ ...input, ahead: await speechesWhere(actor, input.id, input.weight > 0) }),
  async run(context, { id, weight, ahead }) {
    const { db } = context;
    const shop = (await findOtherShop(db, id)) ?? refuse({ code: "not-found", what: "other shop" });
    const weightMilli = Math.round(weight * 1000);
    if (weightMilli === 0 && shop.weightMilli > 0)
      await fallSilent(context, { id, ahead, leave: () => weighOtherShop(db, id, 0) });
    else {
      await letVersionComeAtTheEnd(db);
      const still = await beginToSpeak(db, ahead);
      await countTogether(db);
      await weighOtherShop(db, id, weightMilli);
      if (shop.weightMilli === 0 && weightMilli > 0) await letSpeak(speakingFor(context), shop, still);
      await giveVersionThatIsDue(db);
    }
    return null;
  },
};

/** Takes another shop's casebook out again: its counts, and what came with it and is used nowhere here. */
export const removeCasebook: Command<WithSpeeches<{ readonly id: string }>, null> = {
  name: "remove-other-shop",
  right: "book.edit",
  input: Joi.object({ id: uuid().required() }),
  prepare: async (actor, input) => ({ ...input, ahead: await speechesWhere(actor, input.id, false) }),
  async run(context, { id, ahead }) {
    const { db } = context;
    const shop = (await findOtherShop(db, id)) ?? refuse({ code: "not-found", what: "other shop" });
    const leave = () => deleteOtherShop(db, id);
    // Of one that is silent nothing stands in the book.
    if (shop.weightMilli > 0) await fallSilent(context, { id, ahead, leave });
    else await leave();
    return null;
  },
};

interface Leaving {
  readonly id: string;
  readonly ahead: SpeechesAhead | undefined;
  leave(): Promise<void>;
}

/** What somebody writes down while words are taken away might go with them: so others wait, but not while it is counted. */
async function fallSilent(context: CommandContext, { id, ahead, leave }: Leaving): Promise<void> {
  const { db } = context;
  await letVersionComeAtTheEnd(db);
  const still = await beginToSpeak(db, ahead);
  await emptyCountersOf(db, id);
  await countAlone(db);
  await letGoOf(db, id);
  await leave();
  await letOthersSpeakAnew(speakingFor(context), still);
  await giveVersionThatIsDue(db);
}
