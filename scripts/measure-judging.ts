/** Times a verdict in the core, and the summary of a long recording in a worker while this thread goes on. */
import { monitorEventLoopDelay, performance } from "node:perf_hooks";
import { Worker, isMainThread, parentPort } from "node:worker_threads";
import { judge, oddOneOut, type JudgeRequest } from "@/core/measure";
import { leakRate, makeTrace, summarise, thinOut, warmUp } from "@/core/trace";

const VERDICTS = 200_000;
const POINTS = 1_000_000;
const ROUNDS = 15;

const request = (value: number): JudgeRequest => ({
  spec: {
    kind: "nominal",
    nominal: { value: 880, unit: "ohm" },
    tolerancePercent: 20,
    at: { value: 20, unit: "degC" },
    perKelvin: 0.00393,
  },
  reading: { value: value / 1000, unit: "kohm" },
  context: { temperature: { value: 140, unit: "degF" } },
  instrument: { percent: 0.8, offset: { value: 2, unit: "ohm" } },
});

/** Median of the rounds, after two that warm up. */
function median(work: () => unknown): number {
  const taken = Array.from({ length: ROUNDS + 2 }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  }).slice(2);
  return taken.sort((a, b) => a - b)[ROUNDS >> 1] ?? 0;
}

function recordings(): readonly (readonly [string, number])[] {
  const times = Float64Array.from({ length: POINTS }, (_, at) => at / 100);
  const engine = Float64Array.from(times, (time) => Math.min(90, 15 + time / 90) + Math.sin(time * 7) * 0.4);
  const hose = Float64Array.from(
    times,
    (time) => (time < 6750 ? 16 : 16 + (time - 6750) / 60) + Math.cos(time * 5) * 0.4,
  );
  const trace = makeTrace(times, [
    { name: "engine", unit: "degC", values: engine },
    { name: "hose", unit: "degC", values: hose },
  ]);
  const [first = { name: "", unit: null, values: engine }] = trace.channels;
  return [
    ["summarised against limits", median(() => summarise(trace, first, { low: 20, high: 88 }))],
    ["thinned out for drawing", median(() => thinOut(trace, first, 600))],
    ["fitted as a leak", median(() => leakRate(trace, first))],
    ["fitted as a warm-up", median(() => warmUp(trace))],
  ];
}

if (isMainThread) {
  const verdict = median(() => {
    for (let value = 0; value < VERDICTS; value++) judge(request(value % 2000));
  });
  const readings = Array.from({ length: 8 }, (_, at) => ({ label: String(at), reading: request(700 + at).reading }));
  const odd = median(() => {
    for (let at = 0; at < 10_000; at++) oddOneOut(readings);
  });
  const delay = monitorEventLoopDelay({ resolution: 5 });
  const worker = new Worker(new URL("./lib/typescript-worker.mjs", import.meta.url), {
    execArgv: [],
    workerData: { program: import.meta.url },
  });
  worker.once("online", () => delay.enable());
  const measured = await new Promise<ReturnType<typeof recordings>>((done, failed) => {
    worker.once("message", done);
    worker.once("error", failed);
  });
  delay.disable();
  console.log(
    `One verdict with temperature, instrument and units: ${((verdict / VERDICTS) * 1000).toFixed(2)} µs (wanted: under 1 ms)`,
  );
  console.log(`Odd one out of eight: ${((odd / 10_000) * 1000).toFixed(2)} µs`);
  console.log(`${POINTS} points in a worker, median of ${ROUNDS}:`);
  for (const [name, ms] of measured) console.log(`  ${name.padEnd(28)}${ms.toFixed(0).padStart(6)} ms`);
  console.log(
    `  (wanted: summarised under 200 ms; meanwhile this thread never waited longer than ${(delay.max / 1e6).toFixed(0)} ms)`,
  );
} else parentPort?.postMessage(recordings());
