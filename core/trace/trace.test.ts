import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { keepTrace, leakRate, makeTrace, readTrace, summarise, thinOut, traceOf, traceProblemText, warmUp } from ".";

/** Normal noise by Box and Muller over a small generator with a fixed seed. */
function noise(seed: number): () => number {
  let state = seed;
  const next = () => (state = (state * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648;
  return () => Math.sqrt(-2 * Math.log(next() + 1e-12)) * Math.cos(2 * Math.PI * next());
}

const channel = (name: string, values: readonly number[]) => ({
  name,
  unit: "degC" as const,
  values: Float64Array.from(values),
});
const seconds = (count: number, step = 1) => Array.from({ length: count }, (_, at) => at * step);

/** An engine that warms by a steady power, and a thermostat that opens at a temperature and lets the hose behind it catch up. */
function warming({ opensAt, follows, sigma, seed }: { opensAt: number; follows: number; sigma: number; seed: number }) {
  const shake = noise(seed);
  const times = seconds(900, 2);
  let [engine, hose] = [15, 15];
  const rows = times.map(() => {
    engine += engine < opensAt ? 0.11 : 0.02;
    hose += engine < opensAt ? 0.01 : follows * (engine - hose) * 0.02 + 0.01;
    return [engine + sigma * shake(), hose + sigma * shake()] as const;
  });
  return makeTrace(times, [
    channel(
      "engine",
      rows.map(([value]) => value),
    ),
    channel(
      "hose",
      rows.map(([, value]) => value),
    ),
  ]);
}

describe("a warm-up", () => {
  test("shows when the thermostat opened and that the hose followed, through noise", () => {
    for (const opensAt of [78, 87, 95])
      for (const seed of [1, 2, 3, 4, 5]) {
        const result = warmUp(warming({ opensAt, follows: 1, sigma: 0.4, seed }));
        expect(Math.abs((result?.openedAt ?? 0) - opensAt), `${opensAt} °C, seed ${seed}`).toBeLessThan(2.5);
        expect(result?.followed).toBe(true);
      }
  });

  test("that opens and is not followed says so, and one that never opens has no opening", () => {
    const stuck = warmUp(warming({ opensAt: 500, follows: 0, sigma: 0.4, seed: 7 }));
    expect(stuck).toMatchObject({ openedS: null, openedAt: null, followed: null });
    expect(warmUp(warming({ opensAt: 87, follows: 0.04, sigma: 0.2, seed: 3 }))?.followed).not.toBe(true);
  });

  test("needs two channels and enough points", () => {
    expect(warmUp(makeTrace([0, 1, 2], [channel("a", [1, 2, 3]), channel("b", [1, 2, 3])]))).toBeNull();
    expect(warmUp(makeTrace(seconds(20), [channel("a", seconds(20))]))).toBeNull();
  });
});

describe("a held pressure", () => {
  test("is lost at the rate that physics gave it, within the error it states", () => {
    const rates = [0, -0.4, -3, 1.5];
    for (const rate of rates) {
      const shake = noise(11);
      const times = seconds(120, 5);
      const leak = leakRate(
        makeTrace(times, []),
        channel(
          "p",
          times.map((time) => 120 + (rate * time) / 60 + 0.2 * shake()),
        ),
      );
      expect(Math.abs((leak?.perMinute ?? 99) - rate)).toBeLessThan(4 * (leak?.error ?? 0));
      expect(leak?.minutes).toBeCloseTo(595 / 60, 9);
    }
  });

  test("leaves gaps out, and needs three points", () => {
    const times = seconds(6, 60);
    const values = [100, Number.NaN, 98, 97, Number.NaN, 95];
    expect(leakRate(makeTrace(times, []), channel("p", values))?.perMinute).toBeCloseTo(-1, 9);
    expect(leakRate(makeTrace([0, 1], []), channel("p", [1, 2]))).toBeNull();
  });
});

describe("a summary", () => {
  test("counts time outside the limits between the points, and a fast burst no more than its time", () => {
    const trace = makeTrace([0, 10, 20, 30], [channel("v", [0, 10, 10, 0])]);
    const summary = summarise(trace, trace.channels[0] ?? channel("", []), { low: null, high: 5 });
    expect(summary).toMatchObject({ count: 4, min: 0, max: 10, excursions: 1, firstOutsideS: 10 });
    expect(summary?.outsideS).toBeCloseTo(20, 9);
    expect(summary?.mean).toBeCloseTo(200 / 30, 9);
    const burst = makeTrace([0, 1, 1.01, 1.02, 2], [channel("v", [0, 0, 100, 0, 0])]);
    expect(summarise(burst, burst.channels[0] ?? channel("", []), { low: null, high: null })?.mean).toBeCloseTo(0.5, 6);
    expect(
      summarise(burst, channel("v", [Number.NaN, Number.NaN, Number.NaN, Number.NaN, Number.NaN]), { low: 0, high: 1 }),
    ).toBeNull();
  });

  test("agrees with many small steps", () => {
    const walk = fc.array(fc.double({ min: -10, max: 10, noNaN: true }), { minLength: 2, maxLength: 20 });
    fc.assert(
      fc.property(walk, (values) => {
        const trace = makeTrace(seconds(values.length), [channel("v", values)]);
        const found = summarise(trace, trace.channels[0] ?? channel("", []), { low: -3, high: 4 });
        const steps = 400;
        let outside = 0;
        for (let at = 0; at + 1 < values.length; at++)
          for (let step = 0; step < steps; step++) {
            const share = (step + 0.5) / steps;
            const value = (values[at] ?? 0) * (1 - share) + (values[at + 1] ?? 0) * share;
            if (value < -3 || value > 4) outside += 1 / steps;
          }
        expect(Math.abs((found?.outsideS ?? -1) - outside)).toBeLessThan(0.01 * values.length);
      }),
    );
  });
});

test("what is drawn keeps every peak and stays in order", () => {
  const values = seconds(10_000).map((at) => (at === 6_543 ? 99 : at === 20 ? -50 : Math.sin(at / 50)));
  const trace = makeTrace(seconds(10_000), [channel("v", values)]);
  const points = thinOut(trace, trace.channels[0] ?? channel("", []), 400);
  expect(points.length).toBeLessThanOrEqual(402);
  expect([Math.max(...points.map(({ value }) => value)), Math.min(...points.map(({ value }) => value))]).toEqual([
    99, -50,
  ]);
  expect(points.map(({ timeS }) => timeS)).toEqual(
    [...points].sort((a, b) => a.timeS - b.timeS).map(({ timeS }) => timeS),
  );
});

describe("a recording as CSV", () => {
  test("is read with its units, decimal commas, clock times and gaps", () => {
    const read = readTrace("\ufefftime (min);engine outlet (degC);hose (°C)\r\n0;15,5;15\r\n0,5;;16\r\n1;18,25;17\r\n");
    if (!read.ok) throw new Error(traceProblemText(read.problem));
    const [outlet, hose] = read.trace.channels;
    expect([...read.trace.timeS]).toEqual([0, 30, 60]);
    expect([outlet?.name, outlet?.unit, hose?.unit]).toEqual(["engine outlet", "degC", "degC"]);
    expect([...(outlet?.values ?? [])]).toEqual([15.5, Number.NaN, 18.25]);
    const clock = readTrace("at,p (bar)\n10:00:00,1.2\n10:00:30,1.1\n10:02:00,1.0\n");
    expect(clock.ok && [...clock.trace.timeS]).toEqual([0, 30, 120]);
  });

  test("that is none names the line", () => {
    const problem = (text: string) => {
      const read = readTrace(text);
      return read.ok ? "read" : traceProblemText(read.problem);
    };
    expect(problem("  ")).toBe("There is nothing in it.");
    expect(problem("one column\n1\n2\n3\n")).toBe("Its first line names no two columns: time, then what was recorded.");
    expect(problem("t,a,b,c\n1,1,1,1\n")).toContain("more than two channels");
    expect(problem("t,a\n1,1\n2,2\n")).toContain("fewer than three");
    expect(problem("t,a\n1,1\n2,x\n3,3\n")).toBe("Line 3, a: “x” is no number.");
    expect(problem("t,a\n1,1\n1,2\n3,3\n")).toContain("Line 3: the time 1 does not come after");
    expect(problem("t,a\nnow,1\n1,2\n3,3\n")).toBe("Line 2: “now” is no time.");
    fc.assert(fc.property(fc.string(), (text) => void readTrace(text)));
  });
});

test("a hose that levels off at the outlet’s height opened where it set off, and not where it levels off", () => {
  const times = seconds(120, 10);
  const outlet = times.map((time) => 12 + 85 * (1 - Math.exp(-time / 280)));
  for (const opens of [55, 70, 86]) {
    const hose = outlet.map((value) => Math.max(12, Math.min(value - 3, 12 + (value - opens) * 6)));
    const found = warmUp(makeTrace(times, [channel("outlet", outlet), channel("hose", hose)]));
    expect(found?.followed).toBe(true);
    expect(Math.abs((found?.openedAt ?? 0) - opens)).toBeLessThan(2.5);
  }
});

test("a recording that is kept has its ends, peaks and gaps, few points, and gives the same leak", () => {
  const values = seconds(20_000).map((at) =>
    at === 7777 ? 99 : at === 4321 ? -5 : at % 500 === 250 ? NaN : 50 - at / 1000,
  );
  const whole = makeTrace(seconds(20_000), [
    channel("a", values),
    channel(
      "b",
      values.map((value) => -value),
    ),
  ]);
  const kept = keepTrace(whole, 300);
  expect(kept.timeS.length).toBeLessThan(420);
  expect([kept.timeS[0], kept.timeS.at(-1)]).toEqual([0, 19_999]);
  const numbers = (kept.channels[0]?.values ?? []).filter((value) => value !== null);
  expect([Math.max(...numbers), Math.min(...numbers)]).toEqual([99, -5]);
  const back = traceOf(kept);
  expect(keepTrace(back, 1_000_000)).toEqual(kept);
  const held = traceOf(
    keepTrace(
      makeTrace(seconds(600), [
        channel(
          "p",
          seconds(600).map((at) => 8 - at / 60),
        ),
      ]),
      64,
    ),
  );
  expect(held.channels[0] && leakRate(held, held.channels[0])?.perMinute).toBeCloseTo(-1, 9);
});
