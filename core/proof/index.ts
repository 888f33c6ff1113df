export { doubtLeft, type Doubt, type HowOften } from "./doubt";
export {
  PROOF_STEPS,
  proofMissing,
  proofWeightMilli,
  rungOf,
  type Proof,
  type ProofResult,
  type ProofStep,
  type Rung,
} from "./rungs";
