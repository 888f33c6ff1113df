/** What a code's own characters say: SAE J2012, tables 1 to 4. */
export interface CodeStructure {
  readonly system: "powertrain" | "chassis" | "body" | "network";
  /** Whether its meaning is the same for every maker, or each maker's own. */
  readonly whose: "generic" | "maker";
  /** The part of the system, where the standard gives one; null for makers' codes. */
  readonly area: string | null;
}

const SYSTEMS = { P: "powertrain", C: "chassis", B: "body", U: "network" } as const;

const POWERTRAIN_AREAS: readonly (readonly [RegExp, string])[] = [
  [/^P[02]0/, "fuel and air metering, emission control"],
  [/^P[02]1/, "fuel and air metering"],
  [/^P[02]2/, "fuel injection and boost"],
  [/^P[02]3/, "ignition and misfire"],
  [/^P[02]4/, "emission control"],
  [/^P[02]5/, "speed, idle control, auxiliary inputs"],
  [/^P[02]6/, "control unit and its outputs"],
  [/^P[02][7-9]/, "transmission"],
  [/^P[02][A-F]/, "electric drive"],
  [/^P3[4-9]/, "cylinder control and other powertrain"],
];

const NETWORK_AREAS: readonly (readonly [RegExp, string])[] = [
  [/^U00/, "network, electrical"],
  [/^U0[12]/, "communication with a module lost"],
  [/^U03/, "software does not match"],
  [/^U0[45]/, "invalid data received"],
];

/**
 * @param code in its one form, as `readCode` gives it
 * @example codeStructure("P0299") // { system: "powertrain", whose: "generic", area: "fuel injection and boost" }
 */
export function codeStructure(code: string): CodeStructure {
  const letter = code.charAt(0);
  const system = letter === "C" || letter === "B" || letter === "U" ? SYSTEMS[letter] : SYSTEMS.P;
  const whose = isGeneric(code) ? "generic" : "maker";
  const areas = system === "powertrain" ? POWERTRAIN_AREAS : system === "network" ? NETWORK_AREAS : [];
  return { system, whose, area: whose === "generic" ? (areas.find(([codes]) => codes.test(code))?.[1] ?? null) : null };
}

/** P0, P2 and P34 to P39, and of the other letters those with 0 and 3. */
function isGeneric(code: string): boolean {
  return code.startsWith("P") ? /^P(0|2|3[4-9A-F])/.test(code) : /^[CBU][03]/.test(code);
}
