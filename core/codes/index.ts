export { CODE_STATUSES, codeFamily, homeModule, isCodeStatus, readCode, type CodeStatus, type FaultCode } from "./code";
