"use client";

import { FIRST_WEIGHT_OF_OTHERS } from "@/core/book";
import { countText, dateText } from "@/features/shared/format";
import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import type { OtherShopLine } from "@/server/db/other-shops";
import { Button } from "@/ui/button";
import { Empty } from "@/ui/section";
import { Unfold } from "@/ui/unfold";

/** What one of their jobs counts beside one of ours. */
export const WEIGHTS: readonly (readonly [weight: number, words: string])[] = [
  [0, "nothing: set aside"],
  [0.1, "a tenth of ours"],
  [FIRST_WEIGHT_OF_OTHERS, "a third of ours"],
  [0.5, "half of ours"],
  [1, "as much as ours"],
];

interface OtherShopsProps {
  readonly shops: readonly OtherShopLine[];
  readonly timeZone: string;
}

/** Casebooks of other shops: how much each counts, and the way out. */
export function OtherShops({ shops, timeZone }: OtherShopsProps) {
  if (!shops.length) return <Empty>None. Take one in above, under the name of the shop that it comes from.</Empty>;
  return (
    <ul>
      {shops.map((shop) => (
        <OtherShopRow key={shop.id} shop={shop} timeZone={timeZone} />
      ))}
    </ul>
  );
}

function OtherShopRow({ shop, timeZone }: { readonly shop: OtherShopLine; readonly timeZone: string }) {
  const weigh = useCommand(commandPath("weigh-other-shop"));
  const remove = useCommand(commandPath("remove-other-shop"));
  const { id, name, jobs, closed, causes, procedures, patterns, broughtAt, broughtBy } = shop;
  const weight = shop.weightMilli / 1000;
  const choices = WEIGHTS.some(([each]) => each === weight)
    ? WEIGHTS
    : [...WEIGHTS, [weight, `${weight} of ours`] as const];
  return (
    <li className="flex flex-col gap-1 border-b border-rule py-3">
      <div className="flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
        <div>
          <p className="font-semibold">{name}</p>
          <p className="text-sm text-ink-soft">
            {countText(jobs, "job")}, {closed} closed · since {dateText(broughtAt, timeZone)}
            {broughtBy && `, ${broughtBy}`}
          </p>
          <p className="text-sm text-ink-soft">
            {weight === 0
              ? "Set aside: nothing of it speaks."
              : `Speaks of ${countText(causes, "cause")}; brought ${countText(procedures, "procedure")} and ${countText(patterns, "known failure")} that were not here.`}
          </p>
        </div>
        <label className="flex flex-col gap-1">
          <span className="text-sm">A job there counts</span>
          <select
            className="field-input"
            value={weight}
            disabled={weigh.busy}
            onChange={({ target }) => void weigh.send({ id, weight: Number(target.value) })}
          >
            {choices.map(([each, words]) => (
              <option key={each} value={each}>
                {words}
              </option>
            ))}
          </select>
        </label>
      </div>
      <CommandMessage message={weigh.message ?? remove.message} />
      <Unfold title="Take it out">
        <p className="pb-2">
          Its jobs stop counting, and what came with it goes, but for what was used here since. The file can be taken in
          again.
        </p>
        <Button look="warn" busy={remove.busy} onClick={() => void remove.send({ id })}>
          Take out {name}
        </Button>
      </Unfold>
    </li>
  );
}
