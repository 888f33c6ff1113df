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
