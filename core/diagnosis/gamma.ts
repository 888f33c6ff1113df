/** Coefficients of Lanczos' series for g = 7 (Press et al. 2007, Numerical Recipes, section 6.1; there with g = 5). */
const LANCZOS = [
  0.999_999_999_999_809_9, 676.520_368_121_885_1, -1259.139_216_722_402_8, 771.323_428_777_653_1,
  -176.615_029_162_140_6, 12.507_343_278_686_905, -0.138_571_095_265_720_1, 9.984_369_578_019_572e-6,
  1.505_632_735_149_311_6e-7,
] as const;

/** Natural logarithm of the gamma function, for x > 0; relative error under 1e-13. */
export function logGamma(x: number): number {
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x);
  const y = x - 1;
  let sum: number = LANCZOS[0];
  for (let at = 1; at < LANCZOS.length; at++) sum += (LANCZOS[at] as number) / (y + at);
  const t = y + 7.5;
  return 0.5 * Math.log(2 * Math.PI) + (y + 0.5) * Math.log(t) - t + Math.log(sum);
}

export const logBeta = (a: number, b: number) => logGamma(a) + logGamma(b) - logGamma(a + b);
