import type { Grade } from "@/core/book";
import type { BulletinKind, Due } from "@/core/known-failures";

/** How far a known failure is believed. */
export const GRADE_WORDS: Readonly<Record<Grade, string>> = {
  hearsay: "hearsay",
  bulletin: "bulletin",
  seen: "seen here",
  proved: "proved here",
};

export const BULLETIN_WORDS: Readonly<Record<BulletinKind, string>> = {
  bulletin: "Bulletin",
  recall: "Recall",
  goodwill: "Goodwill",
};

export const DUE_WORDS: Readonly<Record<Due, string>> = {
  now: "at this odometer",
  soon: "comes due",
  any: "at any odometer",
  later: "later",
  past: "beyond its odometer",
};
