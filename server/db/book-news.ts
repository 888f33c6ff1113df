import "server-only";

/** Whether the book may have changed since it was last compared with the database: known where this process hears of every change. */

interface News {
  /** Changes that may have touched the book, counted. */
  heard: number;
  /** Of these, so many were there when the book was last compared. */
  compared: number;
  /** When that was, in ms of the clock. */
  comparedAt: number;
  /** Whether every change is heard of; else each reader compares for itself. */
  isHearing: boolean;
}

// For the whole process, also when the development server loads this module again.
const kept: typeof globalThis & { deadEndsBookNews?: News } = globalThis;
const news = (): News => (kept.deadEndsBookNews ??= { heard: 0, compared: -1, comparedAt: 0, isHearing: false });

/** The book that is in memory is the database's. */
export const isNothingNew = (): boolean => news().isHearing && news().heard === news().compared;

/** To be asked before a comparison, for `nothingNewSince`. */
export const newsSoFar = (): number => news().heard;

/** The book in memory was compared with the database, after so much was heard. */
export function nothingNewSince(heard: number): void {
  news().compared = heard;
  news().comparedAt = Date.now();
}

/** Up to when the book in memory is the database's: now, or two seconds ago where jobs are being closed one after another. */
export const bookAsOf = (): Date => new Date(isNothingNew() ? Date.now() : news().comparedAt);

/** Something was changed, here or by another instance. */
export function bookMayHaveChanged(): void {
  news().heard++;
}

/** Whether this process hears of every change from now on. */
export function setHearing(isHearing: boolean): void {
  news().isHearing = isHearing;
  news().heard++;
}

/** Whether this process hears of every change of the book: a web server does. */
export const isHearing = (): boolean => news().isHearing;
