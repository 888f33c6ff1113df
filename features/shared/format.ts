import { TZDate } from "@date-fns/tz";
import { format } from "date-fns";
import { convert, readWhole, type DecimalSign } from "@/core/measure";
import type { Money } from "@/core/book";

/** How numbers and dates look on screen. */

export type UnitSystem = "metric" | "imperial";

/** The shop's decimal sign: where inches are used a comma parts thousands. */
export const decimalOf = (units: UnitSystem): DecimalSign => (units === "imperial" ? "." : ",");

/** "61 min", "2 h 5 min" */
export function minutesText(minutes: number): string {
  const whole = Math.round(minutes);
  if (whole < 100) return `${whole} min`;
  const rest = whole % 60;
  return rest ? `${Math.floor(whole / 60)} h ${rest} min` : `${whole / 60} h`;
}

/** What the server takes of a dial: whole kilometres whatever it shows, null where nothing was typed, the text as it is where that is no number. */
export function odometerInput(text: string, units: UnitSystem): number | string | null {
  if (!text.trim()) return null;
  const read = readWhole(text);
  if (read === null) return text;
  return Math.round(convert({ value: read, unit: units === "imperial" ? "mi" : "km" }, "km").value);
}

/** "148 320 km": thin groups, no comma that one country reads as a point. */
export function odometerText(odometerKm: number | null, units: UnitSystem): string {
  if (odometerKm === null) return "odometer not read";
  const unit = units === "imperial" ? "mi" : "km";
  const { value } = convert({ value: odometerKm, unit: "km" }, unit);
  return `${groupDigits(Math.round(value))} ${unit}`;
}

/** An odometer as it is typed: "148320". */
export function odometerDraft(odometerKm: number, units: UnitSystem): string {
  return String(Math.round(convert({ value: odometerKm, unit: "km" }, units === "imperial" ? "mi" : "km").value));
}

export function groupDigits(whole: number): string {
  return String(whole).replace(/\B(?=(\d{3})+(?!\d))/g, "\u202f");
}

const MEGABYTE = 1e6;

/** "0.4 MB", "12 MB" */
export function megabytesText(bytes: number): string {
  const megabytes = bytes / MEGABYTE;
  return `${megabytes < 10 ? megabytes.toFixed(1) : groupDigits(Math.round(megabytes))} MB`;
}

export function moneyText({ amount, currency }: Money): string {
  const digits = Number.isInteger(amount) ? 0 : 2;
  return new Intl.NumberFormat("en", {
    style: "currency",
    currency,
    minimumFractionDigits: digits,
    maximumFractionDigits: 2,
  }).format(amount);
}

export function percentText(p: number): string {
  if (p < 0.005) return "<1 %";
  if (p > 0.995) return ">99 %";
  return `${Math.round(p * 100)} %`;
}

/** "24 Nov, 14:05" in the shop's time zone. */
export function momentText(at: Date, timeZone: string): string {
  return format(new TZDate(at.getTime(), timeZone), "d MMM, HH:mm");
}

/** "24 Nov 2026" in the shop's time zone. */
export function dateText(at: Date, timeZone: string): string {
  return format(new TZDate(at.getTime(), timeZone), "d MMM yyyy");
}

/** "Ilka Venn" as "IV", for narrow columns. */
export function initials(name: string): string {
  const parts = name.split(/\s+/).filter(Boolean);
  const first = parts[0]?.charAt(0) ?? "";
  const last = parts.length > 1 ? (parts.at(-1)?.charAt(0) ?? "") : "";
  return (first + last).toUpperCase();
}

/** "1 job", "12 jobs"; the plural with an s where none is given. */
export const countText = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`;
