import { readNumber } from "./read-number";

const MINUTES_AN_HOUR = 60;

/**
 * Minutes as people write them: "45", "12,5", "30m", "45 min", "1 h 20", "1:20", "1.5 h", "90 s". Null where it is none of these.
 * @example readMinutes("1 h 20 min") // 80
 */
export function readMinutes(text: string): number | null {
  const tidy = text.trim().toLowerCase();
  const plain = readNumber(tidy);
  if (plain !== null) return plain;
  const clock = /^(\d{1,3}):([0-5]\d)$/.exec(tidy);
  if (clock) return Number(clock[1]) * MINUTES_AN_HOUR + Number(clock[2]);
  const hours = /^(\d+) ?h(?:ours?|rs?)? ?([0-5]?\d) ?(?:m|min|minutes)?$/.exec(tidy);
  if (hours) return Number(hours[1]) * MINUTES_AN_HOUR + Number(hours[2]);
  const named = /^(.*\d) ?(s|secs?|seconds|m|mins?|minutes?|h|hrs?|hours?)$/.exec(tidy);
  const value = named?.[1] ? readNumber(named[1]) : null;
  if (value === null) return null;
  const unit = named?.[2]?.charAt(0);
  return unit === "h" ? value * MINUTES_AN_HOUR : unit === "s" ? value / 60 : value;
}
