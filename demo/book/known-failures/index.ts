import type { KnownFailure } from "@/core/known-failures";
import { bodyFailures } from "./bodies";
import { engineFailures } from "./engines";

/** Known failures of every grade, one that the shop's own vehicles contradict, one that nobody has explained, and one that waits for a lead. */
export const knownFailures = (daysAgo: (days: number) => string): readonly KnownFailure[] => [
  ...engineFailures(daysAgo),
  ...bodyFailures(daysAgo),
];
