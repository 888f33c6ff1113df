export {
  CODE_RETURNS,
  CODE_STATUSES,
  codeFamily,
  homeModule,
  isCodeStatus,
  readCode,
  type CodeReturn,
  type CodeStatus,
  type FaultCode,
  type SeenCode,
} from "./code";
export { codeStructure, type CodeStructure } from "./structure";
export { GENERIC_TEXTS } from "./generic-texts";
export { readCodeList, writeCodeList, type CodeList, type CodeListProblem, type CodeListRow } from "./code-list";
