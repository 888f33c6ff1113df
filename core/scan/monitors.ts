/** Readiness: whether the control module has finished testing what it watches since the codes were cleared. */
export interface Monitor {
  readonly name: string;
  readonly supported: boolean;
  /** Also true of a monitor that is not supported: nothing of it is outstanding. */
  readonly complete: boolean;
}

export interface Readiness {
  readonly milOn: boolean;
  readonly codeCount: number;
  readonly ignition: "spark" | "compression";
  readonly monitors: readonly Monitor[];
}

/** SAE J1979, service 01, parameter 01: by bit of byte C (supported) and byte D (not complete). */
const CONTINUOUS = ["misfire", "fuel-system", "components"];
const SPARK = [
  "catalyst",
  "heated-catalyst",
  "evaporative-system",
  "secondary-air",
  "air-conditioning",
  "oxygen-sensor",
  "oxygen-sensor-heater",
  "egr-vvt",
];
const COMPRESSION = [
  "nmhc-catalyst",
  "nox-aftertreatment",
  null,
  "boost-pressure",
  null,
  "exhaust-gas-sensor",
  "particulate-filter",
  "egr-vvt",
];

const bit = (byte: number, at: number) => ((byte >> at) & 1) === 1;

/** The four data bytes of service 01, parameter 01. */
export function readReadiness([a, b, c, d]: readonly [number, number, number, number]): Readiness {
  const ignition = bit(b, 3) ? "compression" : "spark";
  const names = ignition === "spark" ? SPARK : COMPRESSION;
  const continuous = CONTINUOUS.map((name, at) => ({ name, supported: bit(b, at), complete: !bit(b, at + 4) }));
  const others = names.flatMap((name, at) =>
    name === null ? [] : [{ name, supported: bit(c, at), complete: !bit(d, at) }],
  );
  return { milOn: bit(a, 7), codeCount: a & 0x7f, ignition, monitors: [...continuous, ...others] };
}

/** Several modules report one vehicle: the lamp of any, the codes of all, and a monitor is complete where it is for all that have it. */
export function mergeReadiness(one: Readiness, other: Readiness): Readiness {
  const monitors = one.monitors.map((monitor) => {
    const match = other.monitors.find(({ name, supported }) => name === monitor.name && supported);
    if (!match) return monitor;
    return { ...match, complete: match.complete && (monitor.complete || !monitor.supported) };
  });
  const more = other.monitors.filter(({ name }) => !monitors.some((monitor) => monitor.name === name));
  return {
    milOn: one.milOn || other.milOn,
    codeCount: one.codeCount + other.codeCount,
    ignition: one.ignition,
    monitors: [...monitors, ...more],
  };
}
