import type { ModuleSetup, VehicleSetup } from "./vehicle";

const talks = (...names: string[]): ModuleSetup[] => names.map((module) => ({ module, kind: "talks" }));

/** The vehicles that stand in the bays of the made-up workshop, plugged in. */
export const VEHICLES: readonly VehicleSetup[] = [
  {
    id: "bay-1",
    name: "Bay 1: Tarrow Packet",
    vin: "U9TPK21DXHH100307",
    ignition: "compression",
    modules: [
      ...talks("engine", "brakes", "steering", "instruments"),
      { module: "body", kind: "silent" },
      { module: "airbag", kind: "foreign" },
    ],
    faults: [
      { name: "vanes-stick", module: "engine", code: "P0299", returns: "drive" },
      { name: "recirculation-slow", module: "engine", code: "P0401", returns: "key-cycle" },
      { name: "body-silent", module: "instruments", code: "U0140", returns: "at-once" },
    ],
  },
  {
    id: "bay-2",
    name: "Bay 2: Kestrin Minnow",
    vin: "U9KMN14P4KH100308",
    ignition: "spark",
    modules: [...talks("engine", "brakes", "body", "instruments", "climate"), { module: "airbag", kind: "foreign" }],
    faults: [{ name: "ring-cracked", module: "brakes", code: "C0035", returns: "drive" }],
  },
  {
    id: "bay-3",
    name: "Bay 3: Ombrel Hauler",
    vin: "U9MHL25D6KH100321",
    ignition: "compression",
    modules: [...talks("engine", "brakes", "instruments"), { module: "body", kind: "silent" }],
    faults: [
      { name: "plug-open", module: "engine", code: "P0672", returns: "at-once" },
      { name: "plugs-fed-late", module: "engine", code: "P0380", returns: "key-cycle" },
      { name: "sensor-lead-chafed", module: "brakes", code: "C0040", returns: "drive" },
    ],
  },
];
