/** The papers that a job can be printed as. */
export const PAPERS = [
  { kind: "customer", title: "Report for the customer" },
  { kind: "warranty", title: "Report for a claim" },
  { kind: "hand-over", title: "Hand-over sheet" },
] as const;

export type PaperKind = (typeof PAPERS)[number]["kind"];
