/** Why a vehicle is back. */
export const COMEBACKS = ["same-complaint", "part-failed", "another-fault", "our-work"] as const;
export type Comeback = (typeof COMEBACKS)[number];

/** With the same complaint, or the same part failed again, what was found then has lost its standing. */
export const unsettles = (why: Comeback): boolean => why === "same-complaint" || why === "part-failed";
