import { causeKey, type CauseKey } from "@/core/book";
import { presentFeatures } from "@/core/case";
import { modulesSilentIn, type JobFacts } from "@/core/job";
import { modelGroup, type Vehicle } from "@/core/vehicle";

/** What a closed job is found by: a key like the features' own, `symptom|no-start`, `cause|crank-sensor/open-when-hot`. */
export type Mark = string;

/** The mark of a job that had this cause. */
export const causeMark = (cause: CauseKey): Mark => `cause|${cause}`;
/** The mark of a job on which this part was fitted, or this test run. */
export const trialMark = (kind: "part" | "test", subject: string): Mark => `${kind}|${subject}`;

/** The marks of a vehicle that say how like another it is. */
export function vehicleMarks(vehicle: Vehicle): Readonly<Record<"model" | "engine" | "transmission", Mark | null>> {
  const { engine, transmission } = vehicle;
  return {
    model: modelGroup(vehicle),
    engine: engine && `engine|${engine}`,
    transmission: transmission && `transmission|${transmission}`,
  };
}

/** Everything by which a job is found later, each once: what it showed, the vehicle, the causes, the parts and tests tried. */
export function marksOf(job: JobFacts): readonly Mark[] {
  return [
    ...new Set([
      ...presentFeatures(job.symptoms, job.codes, modulesSilentIn(job)).map(({ key }) => key),
      ...Object.values(vehicleMarks(job.vehicle)).flatMap((mark) => mark ?? []),
      ...(job.finding?.causes ?? []).map((cause) => causeMark(causeKey(cause))),
      ...job.parts.map(({ component }) => trialMark("part", component)),
      ...job.tests.flatMap(({ procedure }) => (procedure === null ? [] : trialMark("test", procedure))),
    ]),
  ];
}
