import { exhaustive } from "@/core/exhaustive";
import type { Obstacle } from "@/core/job";
import { lowerFirst, type Labels } from "@/core/words";
import { LEFT_WORDS } from "./finding";
import { PROOF_WORDS } from "./proof";

/** What stands in the way of closing, and what to do about it: a sentence without its stop. */
export function obstacleText(obstacle: Obstacle, labels: Pick<Labels, "component" | "symptom">): string {
  switch (obstacle.kind) {
    case "no-finding":
      return "name the cause first, or say that it was not found";
    case "untried-part":
      return `${lowerFirst(labels.component(obstacle.component))} was fitted and not tried yet: record its result`;
    case "came-back":
      return "the fault came back after this repair; the cause has lost its standing: name it anew";
    case "got-home":
      return "it was only brought home: repair it, or end the job as not solved";
    case "proof":
      return obstacle.missing.length
        ? `still to be proved: ${obstacle.missing.map((step) => lowerFirst(PROOF_WORDS[step])).join(", ")}`
        : "nothing proves it yet: drive it as complained of";
    case "bypass":
      return `still in place: ${obstacle.what.join("; ")}. Take it out`;
    case "second-look":
      return `${listed(obstacle.components.map(labels.component))}: safety work that a second person has not looked at`;
    case "mixed":
      return obstacle.mixed
        .map(
          ({ component, one, other }) =>
            `${lowerFirst(labels.component(component))}: revision ${one.revision} (${one.place}) may not run with ${other.revision} (${other.place})`,
        )
        .join("; ");
    case "companions":
      return `goes with the repair and is not done: ${obstacle.what.map(lowerFirst).join("; ")}`;
    case "unchecked":
      return `to be checked, nobody says where the value is from: ${obstacle.what.map(lowerFirst).join("; ")}`;
    case "left-over":
      return obstacle.left
        .map(
          ({ kind, key, state }) =>
            `${kind === "code" ? key : lowerFirst(labels.symptom(key))} is ${LEFT_WORDS[state]}`,
        )
        .join("; ");
    default:
      return exhaustive(obstacle, "obstacleText");
  }
}

const listed = (names: readonly string[]) => names.map((name, at) => (at ? lowerFirst(name) : name)).join(", ");
