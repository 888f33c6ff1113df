/** What can be done to prove a repair, in the order of what it proves. */
export const PROOF_STEPS = ["bench", "same-test", "codes-stay-clear", "road-test", "follow-up"] as const;
export type ProofStep = (typeof PROOF_STEPS)[number];

export type ProofResult = "held" | "came-back";

export interface Proof {
  readonly step: ProofStep;
  readonly result: ProofResult;
}

/** 0 claimed, 1 tried before closing up, 2 same test now passes, 3 codes stay clear, 4 driven as complained of, 5 held over time. */
export type Rung = 0 | 1 | 2 | 3 | 4 | 5;

const RUNG_OF: Record<ProofStep, Rung> = {
  bench: 1,
  "same-test": 2,
  "codes-stay-clear": 3,
  "road-test": 4,
  "follow-up": 5,
};

/** How much a cause teaches the book by its rung, in thousandths of a job: whole numbers, so that sums are exact. */
const WEIGHT_MILLI: Record<Rung, number> = { 0: 200, 1: 350, 2: 500, 3: 650, 4: 850, 5: 1000 };

/** The highest rung that held; a fault that came back leaves none. */
export function rungOf(proof: readonly Proof[]): Rung {
  if (proof.some(({ result }) => result === "came-back")) return 0;
  return proof.reduce<Rung>((best, { step }) => (RUNG_OF[step] > best ? RUNG_OF[step] : best), 0);
}

/** What a cause is worth to the book in thousandths of a job: 200 to 1000, and nothing after a comeback. */
export function proofWeightMilli(proof: readonly Proof[]): number {
  if (proof.some(({ result }) => result === "came-back")) return 0;
  return WEIGHT_MILLI[rungOf(proof)];
}

/** The steps that a repair needs before the vehicle goes out; following up comes after. */
export const STEPS_BEFORE_HANDOVER: readonly ProofStep[] = ["same-test", "codes-stay-clear", "road-test"];

/** Which steps are still to be done, given what the job has to offer: without codes there are none to stay clear. */
export function proofMissing(
  proof: readonly Proof[],
  job: { readonly hadTest: boolean; readonly hadCodes: boolean },
): readonly ProofStep[] {
  const held = new Set(proof.filter(({ result }) => result === "held").map(({ step }) => step));
  const needed = STEPS_BEFORE_HANDOVER.filter(
    (step) => (step !== "same-test" || job.hadTest) && (step !== "codes-stay-clear" || job.hadCodes),
  );
  return needed.filter((step) => !held.has(step));
}
