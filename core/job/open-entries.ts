import type { JobFacts } from "./job";

/** The entries of a trail that still want something, by where they stand: a part that was not tried, a bridge that is not out, what it waits for. */
export function openEntries({ parts, bypasses = [], waiting, closed }: JobFacts): readonly number[] {
  if (closed) return [];
  return [
    ...parts.flatMap(({ seq, result }) => (result === null ? seq : [])),
    ...bypasses.flatMap(({ seq, removed }) => (removed ? [] : seq)),
    ...(waiting ? [waiting.seq] : []),
  ];
}
