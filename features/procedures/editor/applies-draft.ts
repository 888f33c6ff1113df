import type { Procedure } from "@/core/book";
import { readNumber } from "@/core/measure";
import { listed } from "@/features/shared/listed";

/** For which vehicles a procedure is, while it is written; empty texts ask for nothing. */
export type AppliesDraft = Readonly<
  Record<"make" | "models" | "engines" | "transmissions" | "markets" | "from" | "to", string>
>;

export const EVERY_VEHICLE: AppliesDraft = {
  make: "",
  models: "",
  engines: "",
  transmissions: "",
  markets: "",
  from: "",
  to: "",
};

export function appliesDraft(applies: Procedure["applies"]): AppliesDraft {
  if (!applies) return EVERY_VEHICLE;
  const { make, models, engines, transmissions, markets, years } = applies;
  return {
    make: make ?? "",
    models: models.join(", "),
    engines: engines.join(", "),
    transmissions: transmissions.join(", "),
    markets: markets.join(", "),
    from: years ? String(years[0]) : "",
    to: years ? String(years[1]) : "",
  };
}

/** As the command takes it; null for every vehicle. */
export function appliesOf(draft: AppliesDraft): object | null {
  if (Object.values(draft).every((text) => !text.trim())) return null;
  const { make, from, to } = draft;
  const year = (text: string) => readNumber(text) ?? text;
  return {
    make: make.trim() || null,
    models: listed(draft.models),
    engines: listed(draft.engines),
    transmissions: listed(draft.transmissions),
    markets: listed(draft.markets),
    years: from.trim() || to.trim() ? [year(from || to), year(to || from)] : null,
  };
}
