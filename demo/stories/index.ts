import type { Stage } from "../play";
import { CLOSED } from "./closed";
import { ELECTRICAL, ELECTRICAL_OPEN } from "./electrical";
import { MECHANICAL } from "./mechanical";
import { MEASURED } from "./measured";
import { OPEN } from "./open";
import { REPAIRED, UNDER_REPAIR } from "./repaired";

const ALL = [
  ...CLOSED,
  ...MEASURED,
  ...REPAIRED,
  ...MECHANICAL,
  ...ELECTRICAL,
  ...OPEN,
  ...UNDER_REPAIR,
  ...ELECTRICAL_OPEN,
];
export const STORIES = ALL.length;

/** The jobs that are told in full: closed ones with a lesson first, then those that stand open today. */
export async function playStories(stage: Stage, now: Date, onJob: () => void): Promise<void> {
  for (const story of ALL) {
    await story(stage, now);
    onJob();
  }
}
