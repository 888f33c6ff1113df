import type { FaultCode } from "@/core/codes";

/** A code while it is typed: not yet known to be one. */
export interface CodeDraft {
  readonly code: string;
  readonly module: string;
  readonly status: FaultCode["status"];
}
