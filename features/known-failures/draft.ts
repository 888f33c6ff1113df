import type { Applies } from "@/core/book";
import { EVERY_VEHICLE, NO_DETAILS, type Details, type KnownFailure, type RepairOutcome } from "@/core/known-failures";
import { readNumber, type DecimalSign } from "@/core/measure";
import { odometerDraft, odometerInput, type UnitSystem } from "@/features/shared/format";
import { listed } from "@/features/shared/listed";

/** A known failure as it is typed: numbers are text until they are sent, lists have commas between them. */
export interface KnownDraft {
  readonly title: string;
  readonly isExplained: string;
  readonly component: string;
  readonly failure: string;
  readonly place: string;
  readonly make: string;
  readonly models: string;
  readonly sisters: string;
  readonly yearFrom: string;
  readonly yearTo: string;
  readonly builtFrom: string;
  readonly builtTo: string;
  readonly engines: string;
  readonly transmissions: string;
  readonly drives: string;
  readonly markets: string;
  readonly uses: readonly string[];
  readonly kmFrom: string;
  readonly kmTo: string;
  readonly symptoms: readonly string[];
  readonly conditions: readonly string[];
  readonly codes: string;
  readonly confirmBy: string;
  readonly mark: string;
  readonly note: string;
  readonly lookAlikes: readonly LookAlikeDraft[];
  readonly repairs: readonly RepairDraft[];
  readonly prevention: string;
  /** As the shop's odometers read. */
  readonly every: string;
  readonly preventionPart: string;
  readonly minutesNow: string;
  readonly partsNow: string;
  readonly minutesThen: string;
  readonly partsThen: string;
  readonly bulletinKind: string;
  readonly reference: string;
  readonly pays: string;
  readonly until: string;
  readonly vinFrom: string;
  readonly vinTo: string;
  readonly bulletinFrom: string;
  readonly bulletinTo: string;
  readonly fits: readonly { readonly partNumber: string; readonly from: string }[];
  /** One a line. */
  readonly cautions: string;
}

export interface LookAlikeDraft {
  readonly other: string;
  readonly otherName: string;
  readonly question: string;
  readonly thisIf: string;
  readonly otherIf: string;
  readonly procedure: string;
}

export interface RepairDraft {
  readonly title: string;
  readonly outcome: RepairOutcome;
  readonly component: string;
  readonly note: string;
}

export const NO_LOOK_ALIKE: LookAlikeDraft = {
  other: "",
  otherName: "",
  question: "",
  thisIf: "",
  otherIf: "",
  procedure: "",
};
export const NO_REPAIR: RepairDraft = { title: "", outcome: "holds", component: "", note: "" };
export const NO_PART = { partNumber: "", from: "" };

/** What is there of it, as it would be typed; a part of one for what is filled in from a job. */
export function knownDraft(known: Partial<KnownFailure>, units: UnitSystem): KnownDraft {
  const { applies = EVERY_VEHICLE, details = NO_DETAILS, odometerKm = null } = known;
  return {
    ...appliesText(applies),
    ...moneyText(details, units),
    ...bulletinText(details.bulletin),
    title: known.title ?? "",
    isExplained: known.component === null && known.symptoms?.length ? "no" : "yes",
    component: known.component ?? "",
    failure: known.failure ?? "",
    place: known.place ?? "",
    kmFrom: odometerKm ? odometerDraft(odometerKm[0], units) : "",
    kmTo: odometerKm ? odometerDraft(odometerKm[1], units) : "",
    symptoms: known.symptoms ?? [],
    conditions: known.conditions ?? [],
    codes: (known.codes ?? []).join(", "),
    confirmBy: known.confirmBy ?? "",
    mark: details.mark ?? "",
    note: known.note ?? "",
    lookAlikes: details.lookAlikes.map(({ other, otherName, question, thisIf, otherIf, procedure }) => ({
      other: other ?? "",
      otherName,
      question,
      thisIf: thisIf ?? "",
      otherIf: otherIf ?? "",
      procedure: procedure ?? "",
    })),
    repairs: details.repairs.map(({ title, outcome, component, note }) => ({
      title,
      outcome,
      component: component ?? "",
      note,
    })),
    fits: details.fits,
    cautions: details.cautions.join("\n"),
  };
}

function appliesText(applies: Applies) {
  const {
    make,
    models,
    years,
    engines,
    transmissions,
    markets,
    drives = [],
    sisters = [],
    built = null,
    uses = [],
  } = applies;
  return {
    make: make ?? "",
    models: models.join(", "),
    sisters: sisters.map((sister) => `${sister.make} / ${sister.model}`).join(", "),
    yearFrom: years ? String(years[0]) : "",
    yearTo: years ? String(years[1]) : "",
    builtFrom: built?.[0] ?? "",
    builtTo: built?.[1] ?? "",
    engines: engines.join(", "),
    transmissions: transmissions.join(", "),
    drives: drives.join(", "),
    markets: markets.join(", "),
    uses,
  };
}

const numberText = (value: number | null | undefined) => (value === null || value === undefined ? "" : String(value));

function moneyText({ prevention, costThen }: Details, units: UnitSystem) {
  return {
    prevention: prevention?.what ?? "",
    every: prevention?.everyKm ? odometerDraft(prevention.everyKm, units) : "",
    preventionPart: prevention?.partNumber ?? "",
    minutesNow: numberText(prevention?.minutes),
    partsNow: numberText(prevention?.parts.amount),
    minutesThen: numberText(costThen?.minutes),
    partsThen: numberText(costThen?.parts.amount),
  };
}

function bulletinText(bulletin: Details["bulletin"]) {
  return {
    bulletinKind: bulletin?.kind ?? "",
    reference: bulletin?.reference ?? "",
    pays: bulletin?.pays ?? "",
    until: bulletin?.until ?? "",
    vinFrom: bulletin?.vins?.[0] ?? "",
    vinTo: bulletin?.vins?.[1] ?? "",
    bulletinFrom: bulletin?.built?.[0] ?? "",
    bulletinTo: bulletin?.built?.[1] ?? "",
  };
}

interface Shop {
  readonly currency: string;
  readonly decimal: DecimalSign;
  readonly units: UnitSystem;
}

/** As the command takes it: what is no number goes as it is, and the server names it; rows that nobody filled in are left out. */
export function knownInput(draft: KnownDraft, { currency, decimal, units }: Shop): object {
  const number = (text: string) => (text.trim() ? (readNumber(text, decimal) ?? text) : null);
  const money = (text: string) => ({ amount: number(text) ?? 0, currency });
  const explained = draft.isExplained !== "no";
  const isCosted = draft.minutesThen.trim() || draft.partsThen.trim();
  return {
    title: draft.title,
    component: explained ? draft.component || null : null,
    failure: explained ? draft.failure || null : null,
    place: draft.place,
    applies: appliesInput(draft),
    odometerKm: pair(odometerInput(draft.kmFrom, units), odometerInput(draft.kmTo, units)),
    evidence: draft.bulletinKind ? "bulletin" : "hearsay",
    symptoms: draft.symptoms,
    conditions: draft.conditions,
    codes: listed(draft.codes),
    confirmBy: draft.confirmBy || null,
    note: draft.note,
    details: {
      mark: draft.mark,
      lookAlikes: draft.lookAlikes
        .filter(({ otherName }) => otherName.trim())
        .map(({ other, otherName, question, thisIf, otherIf, procedure }) => ({
          other: other || null,
          otherName,
          question,
          thisIf: thisIf || null,
          otherIf: otherIf || null,
          procedure: procedure || null,
        })),
      repairs: draft.repairs
        .filter(({ title }) => title.trim())
        .map(({ title, outcome, component, note }) => ({ title, outcome, component: component || null, note })),
      prevention: draft.prevention.trim()
        ? {
            what: draft.prevention,
            everyKm: odometerInput(draft.every, units),
            partNumber: draft.preventionPart,
            minutes: number(draft.minutesNow) ?? 0,
            parts: money(draft.partsNow),
          }
        : null,
      costThen: isCosted ? { minutes: number(draft.minutesThen) ?? 0, parts: money(draft.partsThen) } : null,
      bulletin: bulletinInput(draft),
      fits: draft.fits.filter(({ partNumber }) => partNumber.trim()),
      cautions: listed(draft.cautions, "\n"),
    },
  };
}

function appliesInput(draft: KnownDraft): object {
  const year = (text: string) => (text.trim() ? (readNumber(text) ?? text) : null);
  return {
    make: draft.make,
    models: listed(draft.models),
    years: pair(year(draft.yearFrom), year(draft.yearTo)),
    engines: listed(draft.engines),
    transmissions: listed(draft.transmissions),
    markets: listed(draft.markets),
    drives: listed(draft.drives),
    sisters: listed(draft.sisters).map((text) => {
      const [make = "", model = ""] = text.split("/").map((part) => part.trim());
      return { make, model };
    }),
    built: pair(draft.builtFrom.trim() || null, draft.builtTo.trim() || null),
    uses: draft.uses,
  };
}

function bulletinInput(draft: KnownDraft): object | null {
  if (!draft.bulletinKind) return null;
  return {
    kind: draft.bulletinKind,
    reference: draft.reference,
    pays: draft.pays,
    until: draft.until || null,
    vins: pair(draft.vinFrom.trim() || null, draft.vinTo.trim() || null),
    built: pair(draft.bulletinFrom.trim() || null, draft.bulletinTo.trim() || null),
  };
}

/** Two ends, of which one alone stands for both. */
function pair<End>(from: End | null, to: End | null): readonly [End, End] | null {
  const [first, last] = [from ?? to, to ?? from];
  return first === null || last === null ? null : [first, last];
}
