import { vinCheckDigit, type FUELS, type GEARBOXES, type Vehicle } from "@/core/vehicle";
import type { Role } from "@/server/auth/rights";
import type { Chance } from "./random";

/** The made-up workshop in its made-up hill town. No make, model or person here exists. */
export const SHOP = {
  name: "Fellside Garage, Hollin Fell",
  timeZone: "Europe/Oslo",
  currency: "EUR",
  ratePerHour: 96,
  unitSystem: "metric",
} as const;

export const PASSPHRASE = "four wet roads";

export const PEOPLE = [
  { name: "Ilka Venn", role: "lead" },
  { name: "Tomas Orrel", role: "technician" },
  { name: "Maret Sundby", role: "desk" },
  { name: "Juno Asker", role: "apprentice" },
] as const satisfies readonly { name: string; role: Role }[];

export type PersonName = (typeof PEOPLE)[number]["name"];

export interface Model {
  readonly make: string;
  readonly model: string;
  readonly engines: readonly string[];
  readonly fuel: (typeof FUELS)[number];
  readonly transmission: string;
  readonly gearbox: (typeof GEARBOXES)[number];
  readonly drive: string;
  /** The maker code and vehicle descriptor of its VINs: codes that no maker holds. */
  readonly vinStart: string;
}

export const MODELS = {
  packet: {
    make: "Tarrow",
    model: "Packet",
    engines: ["D21K"],
    fuel: "diesel",
    transmission: "M6-T",
    gearbox: "manual",
    drive: "front",
    vinStart: "U9TPK21D",
  },
  letter: {
    make: "Tarrow",
    model: "Letter",
    engines: ["D16F"],
    fuel: "diesel",
    transmission: "M5-T",
    gearbox: "manual",
    drive: "front",
    vinStart: "U9TLT16D",
  },
  ferryman: {
    make: "Kestrin",
    model: "Ferryman",
    engines: ["D22R"],
    fuel: "diesel",
    transmission: "M6-K",
    gearbox: "manual",
    drive: "rear",
    vinStart: "U9KFM22D",
  },
  minnow: {
    make: "Kestrin",
    model: "Minnow",
    engines: ["P14E"],
    fuel: "petrol",
    transmission: "M5-K",
    gearbox: "manual",
    drive: "front",
    vinStart: "U9KMN14P",
  },
  hauler: {
    make: "Ombrel",
    model: "Hauler",
    engines: ["D25T", "D21K"],
    fuel: "diesel",
    transmission: "M6-O",
    gearbox: "manual",
    drive: "all",
    vinStart: "U9MHL25D",
  },
  lark: {
    make: "Ombrel",
    model: "Lark",
    engines: ["P16V"],
    fuel: "petrol",
    transmission: "A8-O",
    gearbox: "automatic",
    drive: "front",
    vinStart: "U9MLK16P",
  },
} as const satisfies Record<string, Model>;

export type ModelKey = keyof typeof MODELS;

export interface DemoVehicle extends Vehicle {
  readonly vin: string;
  readonly plate: string;
  readonly built: string;
}

const YEAR_CODES = "ABCDEFGHJKLMNPRSTVWXY123456789";
const FIRST_YEAR = 1980;
const MARKETS = ["hill region", "coast"] as const;

/** A vehicle with a plate and a VIN of its own; position 10 tells the model year, position 9 is the check digit. */
export function makeVehicle(key: ModelKey, year: number, number: number, chance: Chance): DemoVehicle {
  const { make, model, engines, fuel, transmission, gearbox, drive, vinStart }: Model = MODELS[key];
  const yearCode = YEAR_CODES.charAt((year - FIRST_YEAR) % YEAR_CODES.length);
  const draft = `${vinStart}0${yearCode}H${String(100_000 + number)}`;
  const vin = draft.slice(0, 8) + (vinCheckDigit(draft) ?? "0") + draft.slice(9);
  const plate = `HF ${String(2000 + number * 7)}`;
  return {
    make,
    model,
    year,
    engine: chance.pick(engines),
    fuel,
    transmission,
    gearbox,
    drive,
    market: chance.pick(MARKETS),
    vin,
    plate,
    built: `${year}-${String((number % 12) + 1).padStart(2, "0")}`,
  };
}
