/** How often a component that fails brings a symptom, by general practice. */
export const OFTENNESS = ["often", "sometimes", "rarely"] as const;
export type Oftenness = (typeof OFTENNESS)[number];

/** General practice: a component that commonly brings a symptom. */
export interface Link {
  readonly symptom: string;
  readonly component: string;
  readonly often: Oftenness;
}
