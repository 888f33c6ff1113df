export { type Advice, advise } from "./advice";
export { type ChangeOfMind, changesOfMind, stillOpen, whileThere } from "./explain";
export { type Action, type RepairAction, type Plan, type PlanOdds, type TestAction, planOf } from "./plan";
export { questionsFor } from "./questions";
export { secondLook, type SecondLook } from "./second-look";
export { whatIfExactly } from "./what-if";
