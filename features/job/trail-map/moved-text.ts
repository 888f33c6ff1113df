import { minutesText, percentText } from "@/features/shared/format";
import type { CrossingView } from "@/server/views/trail-map";

/** "Boost hose: split 40 to 1 %; Turbocharger: sticking 40 to 80 %" */
export function movedText({ moves, minutes }: CrossingView): string {
  const moved = moves
    .map(({ name, from, to, closes }) =>
      closes ? `closes ${name}` : `${name} ${percentText(from)} to ${percentText(to)}`,
    )
    .join("; ");
  return `${minutesText(minutes)}: ${moved || "no suspect moved by as much as one in a hundred"}`;
}
