import { formatQuantity } from "@/core/measure";
import type { FreezeFrame } from "./freeze-frame";
import type { Readiness } from "./monitors";

const spaced = (name: string) => name.replace(/-/g, " ");

function openMonitors({ monitors }: Readiness): readonly string[] {
  return monitors.filter(({ supported, complete }) => supported && !complete).map(({ name }) => name);
}

/** "Lamp on; monitors still open: boost pressure, particulate filter" */
export function readinessText(readiness: Readiness): string {
  const open = openMonitors(readiness).map(spaced);
  return `Lamp ${readiness.milOn ? "on" : "off"}; ${open.length ? `monitors still open: ${open.join(", ")}` : "every monitor is complete"}`;
}

/** "Frozen with P0299: engine load 83 %, coolant temperature 90 °C" */
export function freezeFrameText({ code, values }: FreezeFrame): string {
  const words = values.map(({ name, value, unit }) => `${spaced(name)} ${formatQuantity({ value, unit })}`).join(", ");
  return `Frozen${code ? ` with ${code}` : ""}: ${words || "no values"}`;
}
