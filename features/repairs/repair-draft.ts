import type { Availability, CompanionKind, OptionKind } from "@/core/repair";
import { listed } from "@/features/shared/listed";
import { readNumber, type DecimalSign } from "@/core/measure";
import type { RepairPageView } from "@/server/views/repairs";

/** A repair as it is typed: numbers are text until they are sent. */
export interface RepairDraft {
  readonly minutes: string;
  readonly access: string;
  readonly accessMinutes: string;
  readonly parts: string;
  readonly options: readonly OptionDraft[];
  readonly companions: readonly CompanionDraft[];
  readonly mixing: readonly MixingDraft[];
  readonly note: string;
}

export interface OptionDraft {
  readonly kind: OptionKind;
  readonly title: string;
  readonly price: string;
  readonly minutes: string;
  readonly availability: Availability;
  readonly days: string;
  readonly lifeKm: string;
  readonly note: string;
}

export interface CompanionDraft {
  readonly kind: CompanionKind;
  readonly what: string;
  readonly value: string;
  readonly source: string;
}

export interface MixingDraft {
  readonly revision: string;
  /** With commas between them. */
  readonly runsWith: string;
}

export const NO_OPTION: OptionDraft = {
  kind: "part",
  title: "",
  price: "",
  minutes: "",
  availability: "stock",
  days: "",
  lifeKm: "",
  note: "",
};
export const NO_COMPANION: CompanionDraft = { kind: "renew", what: "", value: "", source: "" };
export const NO_RULE: MixingDraft = { revision: "", runsWith: "" };

/** What stands in the book, as it is typed. */
export function repairDraft({ takes, sheet }: Pick<RepairPageView, "takes" | "sheet">): RepairDraft {
  const text = (value: number | null | undefined) => (value === null || value === undefined ? "" : String(value));
  return {
    minutes: text(takes?.minutes),
    access: takes?.access ?? "",
    accessMinutes: takes?.access ? text(takes.accessMinutes) : "",
    parts: text(takes?.partsCost.amount),
    options: (sheet?.options ?? []).map(({ kind, title, price, minutes, availability, days, lifeKm, note }) => ({
      kind,
      title,
      price: text(price.amount),
      minutes: text(minutes),
      availability,
      days: text(days),
      lifeKm: text(lifeKm),
      note,
    })),
    companions: (sheet?.companions ?? []).map(({ kind, what, value, source }) => ({
      kind,
      what,
      value: value ?? "",
      source: source ?? "",
    })),
    mixing: (sheet?.mixing ?? []).map(({ revision, runsWith }) => ({ revision, runsWith: runsWith.join(", ") })),
    note: sheet?.note ?? "",
  };
}

/** What is sent: what is no number goes as it is, and the server names it; rows that nobody filled in are left out. */
export function repairInput(draft: RepairDraft, currency: string, decimal: DecimalSign): object {
  const number = (text: string) => (text.trim() ? (readNumber(text, decimal) ?? text) : null);
  const money = (text: string) => ({ amount: number(text) ?? 0, currency });
  const { minutes, access, accessMinutes, parts, options, companions, mixing, note } = draft;
  return {
    takes: minutes.trim()
      ? { minutes: number(minutes), access, accessMinutes: number(accessMinutes) ?? 0, partsCost: money(parts) }
      : null,
    options: options
      .filter(({ title }) => title.trim())
      .map((option) => ({
        kind: option.kind,
        title: option.title,
        price: money(option.price),
        minutes: number(option.minutes) ?? 0,
        availability: option.availability,
        days: number(option.days),
        lifeKm: number(option.lifeKm),
        note: option.note,
      })),
    companions: companions.filter(({ what }) => what.trim()),
    mixing: mixing
      .filter(({ revision }) => revision.trim())
      .map(({ revision, runsWith }) => ({
        revision: revision.trim(),
        runsWith: listed(runsWith),
      })),
    note,
  };
}
