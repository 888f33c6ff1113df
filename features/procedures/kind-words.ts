import type { ProcedureKind } from "@/core/book";

/** How a procedure is judged, in a few words. */
export const KIND_WORDS: Readonly<Record<ProcedureKind, string>> = {
  value: "a reading, or what is seen",
  several: "several like things, the odd one out",
  "beside-good": "beside one that is known to be good",
  "before-after": "the same test before and after",
  loudest: "where it is loudest",
  swap: "swapped with its twin",
  "direct-feed": "fed directly, and is it commanded",
  trace: "a recording over time",
  "high-voltage": "high voltage: proof, measurement, proof",
};
