import { ENGINE_KINDS } from "./engine";
import type { Kind } from "./kind";
import { VEHICLE_KINDS } from "./vehicle";

export type { Kind } from "./kind";

export const KINDS: readonly Kind[] = [...ENGINE_KINDS, ...VEHICLE_KINDS];
