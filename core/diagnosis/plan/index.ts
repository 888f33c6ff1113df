export { planOf, type Action, type FixAction, type Plan, type PlanOdds, type TestAction } from "./plan";
