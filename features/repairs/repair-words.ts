import type { Availability, OptionKind } from "@/core/repair";

export const OPTION_WORDS: Readonly<Record<OptionKind, string>> = {
  part: "part alone",
  assembly: "assembly only",
  used: "used",
  rebuilt: "rebuilt",
  "other-maker": "other maker",
  "without-part": "without a part",
  recall: "recall or goodwill",
  "get-home": "only to get home",
  defer: "put off",
};

export const AVAILABILITY_WORDS: Readonly<Record<Availability, string>> = {
  stock: "in stock",
  days: "takes days",
  gone: "no longer made",
  "vin-only": "by VIN only",
  restricted: "restricted order",
};
