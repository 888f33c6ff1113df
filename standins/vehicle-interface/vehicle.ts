/** A made-up vehicle as its control modules see it: a small state machine without chance; its clock is given to it. */

export type Returns = "at-once" | "key-cycle" | "drive";

/** Something that is wrong with the vehicle: the code it sets, where, and what it takes to set again after clearing. */
export interface Fault {
  readonly name: string;
  readonly module: string;
  readonly code: string;
  readonly returns: Returns;
}

export interface ModuleSetup {
  readonly module: string;
  /** `silent` never answers; `foreign` speaks what this tool does not understand. */
  readonly kind: "talks" | "silent" | "foreign";
}

export interface VehicleSetup {
  readonly id: string;
  readonly name: string;
  readonly vin: string;
  readonly ignition: "spark" | "compression";
  readonly modules: readonly ModuleSetup[];
  readonly faults: readonly Fault[];
}

export type Act = "key-on" | "key-off" | "run" | "drive";

/** Monitors of byte C that a diesel and a petrol engine of the stand-in have. */
const SUPPORTED = { spark: 0b01100101, compression: 0b11001001 } as const;
/** Continuous monitors: misfire, fuel system, components. */
const CONTINUOUS = 0b0111;

const IDLE_RPM = 820;
const COLD_C = 18;
const HOT_C = 92;
/** A real engine takes minutes; nobody wants to wait for a simulated one. */
const WARMS_UP_S = 20;

export class SimulatedVehicle {
  private key = true;
  private readonly repaired = new Set<string>();
  private readonly stored = new Set<string>();
  private readonly pending = new Set<string>();
  private readonly permanent = new Set<string>();
  private monitorsDone = true;
  private runsSinceMs: number | null = null;

  /** @param nowMs the clock that warms its engine up, in milliseconds */
  constructor(
    readonly setup: VehicleSetup,
    private readonly nowMs: () => number = () => 0,
  ) {
    for (const { code, returns } of setup.faults) (returns === "drive" ? this.pending : this.stored).add(code);
    for (const code of this.stored) this.permanent.add(code);
  }

  act(what: Act): void {
    if (what === "key-on" && !this.key) this.recheck(["at-once", "key-cycle"]);
    this.key = what !== "key-off";
    if (what === "key-off") this.runsSinceMs = null;
    else if (what !== "key-on") this.runsSinceMs ??= this.nowMs();
    if (what === "drive") {
      this.recheck(["at-once", "key-cycle", "drive"]);
      this.monitorsDone = true;
      // A code whose fault is gone leaves for good only after a drive in which its monitor ran.
      for (const code of [...this.permanent]) if (!this.stored.has(code)) this.permanent.delete(code);
    }
  }

  /** Names of what is wrong with it still. */
  faultsLeft(): readonly string[] {
    return this.setup.faults.map(({ name }) => name).filter((name) => !this.repaired.has(name));
  }

  repair(name: string): boolean {
    if (!this.setup.faults.some((fault) => fault.name === name)) return false;
    this.repaired.add(name);
    return true;
  }

  /**
   * Answers one request to one module, both in hexadecimal; null where nothing comes back.
   * @throws Error "foreign" for a module that this tool cannot read
   */
  answer(module: string, request: string): string | null {
    const found = this.setup.modules.find((each) => each.module === module);
    if (!found || found.kind === "silent" || !this.key) return null;
    if (found.kind === "foreign") throw new Error("foreign");
    const [service = "", parameter = ""] = request.trim().toUpperCase().split(/\s+/);
    return this.respond(module, service, parameter) ?? `7F ${service} 11`;
  }

  private respond(module: string, service: string, parameter: string): string | null {
    switch (service) {
      case "01":
        if (module !== "engine") return null;
        return parameter === "01" ? this.readiness() : this.live(parameter);
      case "02":
        return module === "engine" ? this.frozen(parameter) : null;
      case "03":
        return this.codes("43", module, this.stored);
      case "04":
        return this.clear(module);
      case "07":
        return this.codes("47", module, this.pending);
      case "09":
        return parameter === "02" && module === "engine" ? `49 02 01 ${hexOf(this.setup.vin)}` : null;
      case "0A":
        return this.codes("4A", module, this.permanent);
      default:
        return null;
    }
  }

  private codes(head: string, module: string, among: ReadonlySet<string>): string {
    const own = this.setup.faults.filter((fault) => fault.module === module && among.has(fault.code));
    return [head, byte(own.length), ...own.map(({ code }) => bytesOf(code))].join(" ");
  }

  /** What is there at once is back before anybody can read it. */
  private clear(module: string): string {
    for (const { module: own, code } of this.setup.faults)
      if (own === module) {
        this.stored.delete(code);
        this.pending.delete(code);
      }
    this.monitorsDone = false;
    this.recheck(["at-once"], module);
    return "44";
  }

  private recheck(whenever: readonly Returns[], only?: string): void {
    for (const { name, module, code, returns } of this.setup.faults)
      if (whenever.includes(returns) && !this.repaired.has(name) && (only === undefined || only === module)) {
        this.stored.add(code);
        this.permanent.add(code);
        this.pending.delete(code);
      }
  }

  private readiness(): string {
    const lamp = this.stored.size ? 0x80 : 0;
    const kind = this.setup.ignition === "compression" ? 0b1000 : 0;
    const open = this.monitorsDone ? 0 : SUPPORTED[this.setup.ignition];
    return [
      "41 01",
      byte(lamp | this.stored.size),
      byte(CONTINUOUS | kind),
      byte(SUPPORTED[this.setup.ignition]),
      byte(open),
    ].join(" ");
  }

  /** What the engine's module sees now: idling and warming up once it runs. */
  private live(parameter: string): string | null {
    const seconds = this.runsSinceMs === null ? 0 : (this.nowMs() - this.runsSinceMs) / 1000;
    const runs = this.runsSinceMs !== null;
    const coolant = COLD_C + (HOT_C - COLD_C) * (1 - Math.exp(-seconds / WARMS_UP_S));
    // A small swing, as any idle has.
    const speed = runs ? IDLE_RPM + 30 * Math.sin(seconds * 2) : 0;
    const word = (value: number) => `${byte((value >> 8) & 0xff)} ${byte(value & 0xff)}`;
    const values: Readonly<Record<string, string>> = {
      "04": byte(runs ? 51 : 0),
      "05": byte(Math.round(coolant) + 40),
      "0B": byte(runs ? 98 : 100),
      "0C": word(Math.round(speed * 4)),
      "0D": byte(0),
      "0F": byte(COLD_C + 40),
      "10": word(runs ? 1240 : 0),
      "33": byte(100),
      "42": word(runs ? 14_200 : 12_500),
    };
    const value = values[parameter];
    return value === undefined ? null : `41 ${parameter} ${value}`;
  }

  /** A hot engine under load, as it was when the first code set. */
  private frozen(parameter: string): string | null {
    const first = this.setup.faults.find(({ module, code }) => module === "engine" && this.stored.has(code));
    const values: Readonly<Record<string, string>> = {
      "02": first ? bytesOf(first.code) : "00 00",
      "04": "D4",
      "05": "82",
      "0C": "2B 5C",
      "0D": "48",
    };
    const value = values[parameter];
    return value === undefined ? null : `42 ${parameter} 00 ${value}`;
  }
}

const byte = (value: number) => value.toString(16).toUpperCase().padStart(2, "0");

/** SAE J2012: two bits of letter, fourteen of digits. */
function bytesOf(code: string): string {
  const value = ("PCBU".indexOf(code.charAt(0)) << 14) | Number.parseInt(code.slice(1), 16);
  return `${byte(value >> 8)} ${byte(value & 0xff)}`;
}

function hexOf(text: string): string {
  return [...text].map((sign) => byte(sign.charCodeAt(0))).join(" ");
}
