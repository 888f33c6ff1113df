import type { JobFacts } from "@/core/job";
import type { World } from "./world/truth";

/** A simulated shop as a casebook, as another garage or a script would send it. */
export function casebookOf(world: World, history: readonly JobFacts[]): object {
  const { book, conditions, symptoms } = world;
  const components = new Map(book.causes.map(({ component, system }) => [component, system]));
  const failures = [...new Set(book.causes.map(({ failure }) => failure))];
  return {
    format: "dead-ends/casebook",
    version: 1,
    exportedAt: "2026-01-31T10:00:00Z",
    vocabulary: {
      symptoms: symptoms.map((key) => ({ key, label: `It shows ${key}`, system: key.split("-")[0] })),
      conditions: conditions.map((key) => ({ key, label: `While it is ${key}` })),
      components: [...components].map(([key, system]) => ({ key, label: `The ${key}`, system })),
      failures: failures.map((key) => ({ key, label: `It is ${key}` })),
    },
    procedures: book.procedures.map(
      ({ key, title, component, minutes, access, accessMinutes, tools, cautions, outcomes }) => ({
        key,
        title,
        component,
        minutes,
        access,
        accessMinutes,
        tools,
        cautions,
        outcomes,
      }),
    ),
    fixes: book.repairs,
    patterns: book.patterns.map((pattern) => ({ ...pattern, title: pattern.key })),
    jobs: history.map((job, at) => ({
      key: `job-${at}`,
      openedAt: makeDay(at, 8),
      closedAt: makeDay(at, 16),
      vehicle: { ...job.vehicle, vin: null },
      odometerKm: job.odometerKm,
      complaint: `Complaint ${at}`,
      codes: job.codes,
      modulesScanned: job.modulesScanned,
      symptoms: job.symptoms.map(({ key, conditions: under }) => ({ key, conditions: under })),
      tests: job.tests.map(({ procedure, outcome, minutes }) => ({ procedure, outcome, minutes, readings: [] })),
      parts: job.parts.map(({ component, failure, partNumber, source, minutes, cost, result }) => ({
        component,
        failure,
        partNumber,
        source,
        minutes,
        cost,
        result,
      })),
      finding: job.finding && {
        result: job.finding.result,
        causes: job.finding.causes.map(({ component, failure }) => ({ component, failure })),
      },
      proof: job.proof.map(({ step, result }) => ({ step, result, at: makeDay(at, 15) })),
      comebackOf: null,
    })),
  };
}
/** The moment of the nth simulated job, one an hour of the day, so that no two days are the same for long. */
export const makeDay = (nth: number, hour: number) =>
  new Date(Date.UTC(2020, 0, 1 + (nth % 2000), hour, nth % 60)).toISOString();
