import { decodeScan, scanFaultText } from "@/core/scan";
import { call } from "@/server/api/call";
import { scanInput } from "@/server/api/scan-input";

/** Decodes the responses of control modules. Nothing is stored; what cannot be read is named with its place. */
export const POST = call("shop.read", scanInput, async ({ input }) => {
  const { faults, ...decoded } = decodeScan(input.frames, input.protocol);
  const problems = faults.map(({ frame, fault }) => ({ path: `frames[${frame}]`, message: scanFaultText(fault) }));
  return { ...decoded, problems };
});
