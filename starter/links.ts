import type { Link, Oftenness } from "@/core/book";

/** A symptom beside those that every shop begins with. */
export interface StarterSymptom {
  readonly key: string;
  readonly label: string;
  readonly system: string;
}

export const STARTER_SYMPTOMS: readonly StarterSymptom[] = [
  { key: "engine-knock", label: "Knock from the engine", system: "engine" },
  { key: "coolant-loss", label: "Loses coolant", system: "engine" },
  { key: "oil-leak", label: "Leaks oil", system: "engine" },
  { key: "oil-use", label: "Uses oil", system: "engine" },
  { key: "idle-high", label: "Idles too fast", system: "engine" },
  { key: "hesitates", label: "Hesitates when accelerating", system: "engine" },
  { key: "fuel-smell", label: "Smell of fuel", system: "fuel" },
  { key: "gear-slips", label: "Gearbox slips", system: "transmission" },
  { key: "no-drive", label: "Does not drive off in gear", system: "transmission" },
  { key: "wheel-shake", label: "Steering wheel shakes", system: "driveline" },
  { key: "clicks-turning", label: "Clicks when turning", system: "driveline" },
  { key: "parking-brake-weak", label: "Parking brake does not hold", system: "brakes" },
  { key: "brake-squeal", label: "Squeals when braking", system: "brakes" },
  { key: "brake-pedal-hard", label: "Brake pedal hard", system: "brakes" },
  { key: "pulls-to-side", label: "Pulls to one side", system: "steering" },
  { key: "steering-play", label: "Play in the steering", system: "steering" },
  { key: "sits-low", label: "Sits low on one side", system: "suspension" },
  { key: "lamp-out", label: "A lamp does not light", system: "electrical" },
  { key: "stop-lamps-out", label: "Stop lamps do not light", system: "electrical" },
  { key: "wipers-dead", label: "Wipers do not run", system: "electrical" },
  { key: "horn-dead", label: "Horn does not sound", system: "electrical" },
  { key: "airbag-lamp", label: "Airbag lamp on", system: "electrical" },
  { key: "module-silent", label: "A control module does not answer", system: "electrical" },
  { key: "many-lamps", label: "Many warning lamps at once", system: "electrical" },
  { key: "window-dead", label: "Window does not move", system: "body" },
  { key: "key-no-answer", label: "Remote key not heard", system: "body" },
  { key: "not-cold", label: "Air conditioning does not cool", system: "climate" },
];

/** By symptom: the components that bring it often, sometimes and rarely. */
const BY_SYMPTOM: Readonly<Record<string, Readonly<Partial<Record<Oftenness, string>>>>> = {
  "no-crank": {
    often: "battery battery-terminal earth-strap starter-motor",
    sometimes: "starter-relay selector-switch clutch-switch ignition-switch immobiliser engine-loom",
    rarely: "main-fuse engine-control-unit fuse",
  },
  "cranks-no-start": {
    often: "fuel-pump crankshaft-sensor battery",
    sometimes:
      "fuel-level fuel-pump-relay immobiliser spark-plug ignition-coil fuel-filter camshaft-sensor fuse glow-plug high-pressure-pump engine-loom",
    rarely: "cam-chain engine-control-unit injector rail-pressure-sensor earth-strap",
  },
  "hard-start": {
    often: "battery glow-plug spark-plug fuel-filter",
    sometimes: "fuel-pump injector fuel-line coolant-sensor crankshaft-sensor glow-relay",
    rarely: "high-pressure-pump purge-valve",
  },
  stalls: {
    often: "throttle-body crankshaft-sensor",
    sometimes: "fuel-pump fuel-filter vacuum-hose air-mass-meter engine-loom egr-valve fuel-pump-relay",
    rarely: "ignition-switch engine-control-unit injector",
  },
  "rough-idle": {
    often: "spark-plug ignition-coil throttle-body vacuum-hose",
    sometimes: "injector intake-leak egr-valve engine-mount breather-valve purge-valve",
    rarely: "cam-chain head-gasket",
  },
  misfire: {
    often: "spark-plug ignition-coil",
    sometimes: "injector vacuum-hose intake-leak engine-loom",
    rarely: "cam-chain head-gasket crankshaft-sensor",
  },
  "low-power": {
    often: "boost-hose air-filter fuel-filter",
    sometimes: "turbocharger particulate-filter air-mass-meter boost-sensor egr-valve fuel-pump",
    rarely: "catalytic-converter cam-chain high-pressure-pump clutch-disc caliper",
  },
  "limp-mode": {
    often: "boost-hose turbocharger",
    sometimes: "particulate-filter boost-sensor pedal-sensor throttle-body egr-valve gearbox-control-unit engine-loom",
    rarely: "engine-control-unit rail-pressure-sensor",
  },
  hesitates: {
    often: "spark-plug ignition-coil fuel-filter",
    sometimes: "air-mass-meter pedal-sensor throttle-body boost-hose fuel-pump intake-leak",
  },
  "engine-lamp": {
    often: "oxygen-sensor egr-valve ignition-coil",
    sometimes: "air-mass-meter catalytic-converter engine-loom thermostat glow-plug purge-valve intake-leak",
    rarely: "engine-control-unit",
  },
  "glow-lamp-flashing": {
    often: "glow-plug glow-relay",
    sometimes: "lamp-switch egr-valve boost-sensor",
    rarely: "engine-control-unit",
  },
  "idle-high": { often: "vacuum-hose throttle-body", sometimes: "intake-leak coolant-sensor pedal-sensor" },
  "oil-lamp": { often: "engine-oil oil-pressure-switch", rarely: "oil-pump engine-loom" },
  "oil-leak": { often: "engine-oil", sometimes: "breather-valve", rarely: "turbocharger" },
  "oil-use": { often: "breather-valve", sometimes: "turbocharger engine-oil", rarely: "head-gasket" },
  "engine-rattle": { often: "cam-chain belt-tensioner", sometimes: "engine-oil alternator-pulley dual-mass-flywheel" },
  "engine-knock": { often: "engine-oil", sometimes: "injector dual-mass-flywheel", rarely: "oil-pump" },
  overheats: {
    often: "coolant thermostat cooling-fan",
    sometimes: "coolant-pump radiator head-gasket drive-belt",
    rarely: "coolant-sensor",
  },
  "coolant-loss": { often: "radiator coolant-pump", sometimes: "head-gasket thermostat heater-core" },
  "high-consumption": {
    often: "tyre thermostat",
    sometimes: "caliper air-mass-meter oxygen-sensor injector coolant-sensor",
  },
  "smoke-black": { often: "air-filter boost-hose", sometimes: "injector air-mass-meter egr-valve turbocharger" },
  "smoke-white": { often: "glow-plug", sometimes: "head-gasket injector", rarely: "fuel-level" },
  "smoke-blue": { often: "turbocharger breather-valve", sometimes: "engine-oil" },
  "fuel-smell": { often: "fuel-line", sometimes: "injector purge-valve", rarely: "fuel-filter" },
  "filter-lamp": {
    often: "particulate-filter",
    sometimes: "filter-pressure-sensor egr-valve thermostat boost-hose",
    rarely: "injector",
  },
  "exhaust-blow": { often: "exhaust-flex-joint" },
  "exhaust-smell": { often: "exhaust-flex-joint", sometimes: "door-seal injector" },
  "charge-lamp": {
    often: "alternator drive-belt alternator-regulator",
    sometimes: "battery-terminal earth-strap belt-tensioner",
    rarely: "main-fuse",
  },
  "battery-flat": {
    often: "battery",
    sometimes: "body-control-unit alternator door-latch battery-terminal",
    rarely: "fuse-box",
  },
  "belt-chirp": { often: "drive-belt belt-tensioner", sometimes: "alternator-pulley coolant-pump" },
  "gear-hard": { often: "gear-cable clutch-slave-cylinder", sometimes: "gearbox-oil clutch-disc dual-mass-flywheel" },
  "gear-jumps-out": { often: "gear-cable gearbox-mount", sometimes: "engine-mount" },
  "gear-slips": { often: "gearbox-oil clutch-disc", sometimes: "torque-converter gearbox-control-unit" },
  "no-drive": {
    often: "gear-cable drive-shaft-joint gearbox-oil",
    sometimes: "clutch-disc selector-switch gearbox-control-unit propeller-shaft",
  },
  "clutch-slips": { often: "clutch-disc", sometimes: "clutch-slave-cylinder" },
  "clutch-drags": { often: "clutch-slave-cylinder", sometimes: "clutch-release-bearing clutch-disc" },
  "clutch-judder": { often: "clutch-disc dual-mass-flywheel", sometimes: "engine-mount" },
  "hum-with-speed": { often: "tyre wheel-bearing-front wheel-bearing-rear", sometimes: "propeller-shaft gearbox-oil" },
  vibration: {
    often: "wheel-balance tyre",
    sometimes: "drive-shaft-joint engine-mount propeller-shaft brake-disc",
    rarely: "dual-mass-flywheel",
  },
  "wheel-shake": { often: "wheel-balance tyre", sometimes: "tie-rod-end control-arm-bush brake-disc" },
  "clicks-turning": { often: "drive-shaft-joint", sometimes: "strut-mount spring" },
  "brake-pull": { often: "caliper caliper-slide", sometimes: "brake-hose tyre control-arm-bush" },
  "brake-hot": { often: "caliper caliper-slide", sometimes: "brake-hose parking-brake-cable" },
  "brake-judder": { often: "brake-disc", sometimes: "control-arm-bush wheel-bearing-front" },
  "brake-soft": { often: "brake-fluid", sometimes: "master-cylinder brake-hose caliper" },
  "brake-pedal-hard": { often: "brake-booster", sometimes: "vacuum-hose" },
  "brake-squeal": { often: "brake-pad", sometimes: "brake-disc caliper-slide" },
  "parking-brake-weak": { often: "parking-brake-cable brake-pad" },
  "abs-lamp": { often: "wheel-speed-sensor", sometimes: "sensor-ring battery fuse network-wiring wheel-bearing-front" },
  "steering-heavy": {
    often: "steering-fluid tyre",
    sometimes: "steering-joint battery steering-torque-sensor drive-belt",
    rarely: "steering-rack",
  },
  "steering-lamp": { often: "battery steering-torque-sensor", sometimes: "network-wiring fuse" },
  "steering-off-centre": { often: "wheel-alignment", sometimes: "tie-rod-end control-arm-bush" },
  "steering-play": { often: "tie-rod-end", sometimes: "steering-rack ball-joint steering-joint" },
  "pulls-to-side": { often: "tyre wheel-alignment", sometimes: "caliper control-arm-bush" },
  "knock-over-bumps": {
    often: "anti-roll-link control-arm-bush",
    sometimes: "strut-mount ball-joint shock-absorber spring",
  },
  "sits-low": { often: "spring", sometimes: "shock-absorber" },
  "lamp-dim": { often: "body-earth", sometimes: "battery alternator bulb" },
  "lamp-out": { often: "bulb fuse", sometimes: "body-earth lamp-switch door-loom" },
  "lamps-wrong": { often: "tail-lamp-earth body-earth", sometimes: "bulb lamp-switch" },
  "stop-lamps-out": { often: "lamp-switch bulb", sometimes: "fuse tail-lamp-earth" },
  "fuse-blows": { often: "door-loom engine-loom", sometimes: "wiper-motor blower-motor fuse-box" },
  "trailer-lamps": { often: "tail-lamp-earth fuse", sometimes: "body-earth" },
  "wipers-dead": { often: "fuse wiper-motor", sometimes: "lamp-switch body-earth" },
  "horn-dead": { often: "horn fuse", sometimes: "airbag-connector" },
  "airbag-lamp": { often: "airbag-connector", sometimes: "battery network-wiring" },
  "many-lamps": {
    often: "battery network-wiring",
    sometimes: "body-earth alternator fuse wheel-speed-sensor high-voltage-interlock",
  },
  "door-no-power": { often: "door-loom", sometimes: "fuse door-latch" },
  "door-lock": { often: "door-latch", sometimes: "door-loom remote-key fuse" },
  "window-dead": { often: "window-regulator", sometimes: "fuse door-loom" },
  "module-silent": {
    often: "fuse battery battery-terminal",
    sometimes: "main-fuse earth-strap engine-loom door-loom",
    rarely: "engine-control-unit gearbox-control-unit body-control-unit ignition-switch",
  },
  "key-no-answer": { often: "remote-key", sometimes: "battery door-latch" },
  "lamp-warning-door": { often: "door-latch", sometimes: "door-loom" },
  "water-inside": { often: "roof-drain door-seal", sometimes: "heater-core" },
  "wind-noise": { often: "door-seal" },
  "heater-cold": { often: "coolant thermostat", sometimes: "heater-core heater-flap-motor coolant-pump" },
  "fan-one-speed": { often: "blower-resistor" },
  "fan-dead": { often: "fuse blower-motor", sometimes: "blower-resistor body-earth" },
  "vent-one-side": { often: "heater-flap-motor", sometimes: "refrigerant heater-core" },
  "windscreen-mists": { often: "cabin-filter", sometimes: "heater-core roof-drain refrigerant" },
  "not-cold": { often: "refrigerant", sometimes: "compressor cabin-filter cooling-fan fuse heater-flap-motor" },
};

export const STARTER_LINKS: readonly Link[] = Object.entries(BY_SYMPTOM).flatMap(([symptom, lists]) =>
  (["often", "sometimes", "rarely"] as const).flatMap((often) =>
    (lists[often] ?? "")
      .split(" ")
      .filter(Boolean)
      .map((component) => ({ symptom, component, often })),
  ),
);
