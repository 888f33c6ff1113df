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
export { genericText, genericTexts } from "./generic-texts";
export { GROUP_KINDS, groupsAmong, silentModules, type CodeGroup, type GroupKind, type SharedGroup } from "./groups";
export { readCodeList, writeCodeList, type CodeList, type CodeListProblem, type CodeListRow } from "./code-list";
export { moduleCalled, modulesCalled, type ModuleName } from "./modules";
