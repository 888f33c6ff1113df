import type { Needs } from "@/core/book";

/** A common component: what it is called, its system, how it usually fails, and what a vehicle must be to have it. */
export interface StarterPart {
  readonly key: string;
  readonly label: string;
  readonly system: string;
  readonly failure: string;
  readonly needs?: Partial<Needs>;
}

/** A battery and its motor are cooled, too. */
const ANY = {};
const PETROL = { fuels: ["petrol", "gas", "hybrid"] };
const DIESEL = { fuels: ["diesel"] };
const COMBUSTION = { fuels: ["petrol", "diesel", "gas", "hybrid"] };
const MANUAL = { gearboxes: ["manual"] };
const AUTOMATIC = { gearboxes: ["automatic"] };
const HIGH_VOLTAGE = { fuels: ["electric", "hybrid"] };
const fitted = (...equipment: string[]) => ({ equipment });

const part =
  (system: string, needs?: Partial<Needs>) =>
  (key: string, label: string, failure: string, own = needs) => ({
    key,
    label,
    system,
    failure,
    ...(own ? { needs: own } : {}),
  });
const [starting, charging, engine, fuel] = [
  part("engine", COMBUSTION),
  part("charging"),
  part("engine", COMBUSTION),
  part("fuel", COMBUSTION),
];
const [intake, exhaust, transmission, clutch] = [
  part("intake", COMBUSTION),
  part("exhaust", COMBUSTION),
  part("transmission"),
  part("clutch", MANUAL),
];
const [driveline, brakes, steering, suspension] = [
  part("driveline"),
  part("brakes"),
  part("steering"),
  part("suspension"),
];
const [electrical, body, climate, restraints] = [part("electrical"), part("body"), part("climate"), part("restraints")];

/** General practice: some hundred components that most workshops meet, and how each usually fails. */
export const STARTER_PARTS: readonly StarterPart[] = [
  starting("starter-motor", "Starter motor", "worn"),
  starting("starter-relay", "Starter relay", "sticking"),
  starting("selector-switch", "Gear selector position switch", "out-of-adjustment", { ...COMBUSTION, ...AUTOMATIC }),
  starting("clutch-switch", "Clutch pedal switch", "out-of-adjustment", { ...COMBUSTION, ...MANUAL }),
  starting("ignition-switch", "Ignition switch", "worn"),
  starting("immobiliser", "Immobiliser", "no-signal"),
  charging("battery", "Battery", "low-capacity"),
  charging("battery-terminal", "Battery terminal", "loose"),
  charging("earth-strap", "Engine earth strap", "high-resistance"),
  charging("main-fuse", "Main fuse", "open-circuit"),
  charging("alternator", "Alternator", "internal-fault", COMBUSTION),
  charging("alternator-regulator", "Alternator regulator", "internal-fault", COMBUSTION),
  charging("alternator-pulley", "Alternator pulley clutch", "seized", COMBUSTION),
  charging("drive-belt", "Drive belt", "worn", COMBUSTION),
  charging("belt-tensioner", "Belt tensioner", "worn", COMBUSTION),
  engine("engine-control-unit", "Engine control unit", "internal-fault"),
  engine("engine-loom", "Engine wiring loom", "not-seated"),
  engine("crankshaft-sensor", "Crankshaft position sensor", "no-signal"),
  engine("camshaft-sensor", "Camshaft position sensor", "no-signal"),
  engine("cam-chain", "Cam chain", "stretched"),
  engine("spark-plug", "Spark plug", "worn", PETROL),
  engine("ignition-coil", "Ignition coil", "internal-fault", PETROL),
  engine("glow-plug", "Glow plug", "open-circuit", DIESEL),
  engine("glow-relay", "Glow plug control unit", "internal-fault", DIESEL),
  engine("engine-oil", "Engine oil", "low-level"),
  engine("oil-pressure-switch", "Oil pressure switch", "reads-wrong"),
  engine("oil-pump", "Oil pump", "worn"),
  engine("breather-valve", "Crankcase breather valve", "split"),
  engine("engine-mount", "Engine mount", "worn"),
  engine("head-gasket", "Cylinder head gasket", "leaking"),
  engine("coolant", "Coolant", "low-level", ANY),
  engine("thermostat", "Thermostat", "sticking"),
  engine("coolant-pump", "Coolant pump", "worn", ANY),
  engine("radiator", "Radiator", "blocked", ANY),
  engine("cooling-fan", "Cooling fan", "internal-fault", ANY),
  engine("coolant-sensor", "Coolant temperature sensor", "reads-wrong", ANY),
  engine("egr-valve", "Exhaust-gas recirculation valve", "sticking"),
  engine("throttle-body", "Throttle body", "dirty"),
  engine("pedal-sensor", "Accelerator pedal sensor", "reads-wrong"),
  fuel("fuel-level", "Fuel in the tank", "low-level"),
  fuel("fuel-filter", "Fuel filter", "blocked"),
  fuel("fuel-pump", "Fuel pump", "worn"),
  fuel("fuel-pump-relay", "Fuel pump relay", "sticking"),
  fuel("fuel-line", "Fuel line", "leaking"),
  fuel("high-pressure-pump", "High-pressure fuel pump", "worn"),
  fuel("rail-pressure-sensor", "Rail pressure sensor", "reads-wrong"),
  fuel("injector", "Injector", "leaking"),
  fuel("purge-valve", "Tank vent valve", "sticking", PETROL),
  intake("air-filter", "Air filter", "blocked"),
  intake("air-mass-meter", "Air-mass meter", "reads-wrong"),
  intake("intake-leak", "Intake hose or gasket", "leaking"),
  intake("vacuum-hose", "Vacuum hose", "split"),
  intake("boost-hose", "Charge-air hose", "split", { ...COMBUSTION, ...fitted("turbo") }),
  intake("boost-sensor", "Boost pressure sensor", "reads-wrong", { ...COMBUSTION, ...fitted("turbo") }),
  intake("turbocharger", "Turbocharger", "sticking", { ...COMBUSTION, ...fitted("turbo") }),
  exhaust("particulate-filter", "Particulate filter", "blocked"),
  exhaust("filter-pressure-sensor", "Filter pressure sensor", "reads-wrong"),
  exhaust("catalytic-converter", "Catalytic converter", "worn"),
  exhaust("oxygen-sensor", "Oxygen sensor", "reads-wrong"),
  exhaust("exhaust-flex-joint", "Exhaust flex joint", "leaking"),
  transmission("gearbox-oil", "Gearbox oil", "low-level"),
  transmission("gear-cable", "Gear linkage cable", "out-of-adjustment"),
  transmission("gearbox-control-unit", "Gearbox control unit", "internal-fault", AUTOMATIC),
  transmission("torque-converter", "Torque converter", "worn", AUTOMATIC),
  transmission("gearbox-mount", "Gearbox mount", "worn"),
  clutch("clutch-disc", "Clutch disc", "worn"),
  clutch("clutch-release-bearing", "Clutch release bearing", "worn"),
  clutch("clutch-slave-cylinder", "Clutch slave cylinder", "leaking"),
  clutch("dual-mass-flywheel", "Dual-mass flywheel", "worn"),
  driveline("tyre", "Tyre", "worn"),
  driveline("wheel-balance", "Wheel balance", "out-of-adjustment"),
  driveline("wheel-bearing-front", "Front wheel bearing", "worn"),
  driveline("wheel-bearing-rear", "Rear wheel bearing", "worn"),
  driveline("drive-shaft-joint", "Drive shaft joint", "worn"),
  driveline("propeller-shaft", "Propeller shaft joint", "worn", { drives: ["rear", "all"] }),
  brakes("brake-fluid", "Brake fluid", "low-level"),
  brakes("brake-pad", "Brake pad", "worn"),
  brakes("brake-disc", "Brake disc", "worn"),
  brakes("caliper", "Brake caliper", "seized"),
  brakes("caliper-slide", "Caliper slide pin", "seized"),
  brakes("brake-hose", "Brake hose", "blocked"),
  brakes("master-cylinder", "Brake master cylinder", "leaking"),
  brakes("brake-booster", "Brake booster", "leaking"),
  brakes("wheel-speed-sensor", "Wheel speed sensor", "no-signal"),
  brakes("sensor-ring", "Sensor ring", "cracked"),
  brakes("parking-brake-cable", "Parking brake cable", "seized"),
  steering("steering-fluid", "Power steering fluid", "low-level"),
  steering("steering-rack", "Steering rack", "worn"),
  steering("tie-rod-end", "Tie rod end", "worn"),
  steering("steering-joint", "Steering column joint", "seized"),
  steering("steering-torque-sensor", "Steering torque sensor", "reads-wrong"),
  steering("wheel-alignment", "Wheel alignment", "out-of-adjustment"),
  suspension("shock-absorber", "Shock absorber", "leaking"),
  suspension("spring", "Road spring", "cracked"),
  suspension("control-arm-bush", "Control arm bush", "worn"),
  suspension("ball-joint", "Ball joint", "worn"),
  suspension("anti-roll-link", "Anti-roll bar link", "worn"),
  suspension("strut-mount", "Strut mount", "worn"),
  electrical("fuse", "Fuse of the circuit", "open-circuit"),
  electrical("body-earth", "Body earth point", "corroded"),
  electrical("fuse-box", "Fuse box", "corroded"),
  electrical("bulb", "Lamp bulb", "open-circuit"),
  electrical("lamp-switch", "Lamp or stop-lamp switch", "worn"),
  electrical("tail-lamp-earth", "Tail lamp earth", "corroded"),
  electrical("wiper-motor", "Wiper motor", "seized"),
  electrical("horn", "Horn", "corroded"),
  electrical("body-control-unit", "Body control unit", "stays-awake"),
  electrical("network-wiring", "Network wiring", "broken-wire"),
  restraints("airbag-connector", "Airbag plug or clock spring", "high-resistance"),
  electrical("high-voltage-interlock", "High-voltage interlock", "open-circuit", HIGH_VOLTAGE),
  body("door-latch", "Door latch", "sticking"),
  body("door-loom", "Door wiring loom", "broken-wire"),
  body("window-regulator", "Window regulator", "sticking"),
  body("remote-key", "Remote key", "low-capacity"),
  body("roof-drain", "Roof drain", "blocked"),
  body("door-seal", "Door seal", "leaking"),
  climate("blower-motor", "Blower motor", "seized"),
  climate("blower-resistor", "Blower resistor", "open-circuit"),
  climate("cabin-filter", "Cabin filter", "blocked"),
  climate("heater-core", "Heater core", "blocked"),
  climate("heater-flap-motor", "Heater flap motor", "sticking"),
  climate("refrigerant", "Refrigerant", "low-level", fitted("air-conditioning")),
  climate("compressor", "Air-conditioning compressor", "internal-fault", fitted("air-conditioning")),
];
