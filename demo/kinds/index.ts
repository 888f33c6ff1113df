import { ENGINE_KINDS } from "./engine";
import type { Kind } from "./kind";
import { RARER_KINDS } from "./more";
import { VEHICLE_KINDS } from "./vehicle";

export type { Kind } from "./kind";

export const KINDS: readonly Kind[] = [...ENGINE_KINDS, ...VEHICLE_KINDS, ...RARER_KINDS];
