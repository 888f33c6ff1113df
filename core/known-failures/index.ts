export { gradeOf, PROVES_FROM_RUNG, type PatternRecord } from "./grade";
export { proposalsFrom, type CauseSeen, type Proposal, type VariantCount } from "./proposals";
