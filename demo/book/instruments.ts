import type { InstrumentSheet } from "@/server/db/instruments";
import { q } from "./draft";

interface DemoInstrument extends Omit<InstrumentSheet, "id" | "calibrationDue"> {
  /** Days from the day the demo is started; negative where it is overdue. */
  readonly dueInDays: number;
}

/** The demo shop's meters. */
export const INSTRUMENTS: readonly DemoInstrument[] = [
  { name: "Multimeter 1", percent: 0.8, offset: q(0.02, "V"), dueInDays: 140 },
  { name: "Multimeter 2", percent: 1.5, offset: null, dueInDays: -35 },
  { name: "Clamp meter", percent: 2.5, offset: q(5, "mA"), dueInDays: 60 },
];
