import type { Stage } from "../play";
import { CLOSED } from "./closed";
import { MEASURED } from "./measured";
import { MORE, MORE_OPEN } from "./more";
import { OPEN } from "./open";
import { REPAIRED, UNDER_REPAIR } from "./repaired";

const ALL = [...CLOSED, ...MEASURED, ...REPAIRED, ...MORE, ...OPEN, ...UNDER_REPAIR, ...MORE_OPEN];
export const STORIES = ALL.length;

/** The jobs that are told in full: closed ones with a lesson first, then those that stand open today. */
export async function playStories(stage: Stage, now: Date, onJob: () => void): Promise<void> {
  for (const story of ALL) {
    await story(stage, now);
    onJob();
  }
}
