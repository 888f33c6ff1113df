import type { Fix } from "@/core/diagnosis";
import { SHOP } from "../world";

function fix(cause: string, minutes: number, parts: number, access?: readonly [string, number]): Fix {
  const [component = "", failure = ""] = cause.split("/");
  const partsCost = { amount: parts, currency: SHOP.currency };
  return { component, failure, minutes, access: access?.[0] ?? null, accessMinutes: access?.[1] ?? 0, partsCost };
}

export const FIXES: readonly Fix[] = [
  fix("glow-plug/open-circuit", 45, 64, ["engine-cover-off", 4]),
  fix("glow-relay/no-signal", 20, 92, ["engine-cover-off", 4]),
  fix("egr-valve/sticking", 80, 210),
  fix("boost-hose/split", 35, 58, ["intake-open", 6]),
  fix("boost-actuator/sticking", 95, 310),
  fix("turbocharger/sticking", 210, 640),
  fix("boost-sensor/reads-wrong", 15, 71),
  fix("air-mass-meter/reads-wrong", 12, 128),
  fix("filter-pressure-hose/split", 30, 24, ["undertray-off", 10]),
  fix("filter-pressure-sensor/reads-wrong", 25, 88, ["undertray-off", 10]),
  fix("particulate-filter/blocked", 150, 890, ["undertray-off", 10]),
  fix("alternator-pulley/seized", 40, 76, ["belt-off", 8]),
  fix("alternator/internal-fault", 90, 340, ["belt-off", 8]),
  fix("alternator-regulator/internal-fault", 60, 85, ["belt-off", 8]),
  fix("drive-belt/worn", 20, 42, ["belt-off", 8]),
  fix("battery/low-capacity", 20, 145),
  fix("tailgate-latch/stays-awake", 35, 96),
  fix("tow-module/stays-awake", 40, 180),
  fix("wheel-bearing-front/worn", 90, 82, ["wheel-off", 6]),
  fix("wheel-bearing-rear/worn", 70, 118, ["wheel-off", 6]),
  fix("tyre/worn", 30, 190, ["on-lift", 4]),
  fix("caliper-slide/seized", 40, 28, ["wheel-off", 6]),
  fix("brake-hose/blocked", 45, 34, ["wheel-off", 6]),
  fix("sensor-ring/cracked", 80, 36, ["wheel-off", 6]),
  fix("wheel-speed-sensor/open-circuit", 30, 62, ["wheel-off", 6]),
  fix("wheel-speed-sensor/dirty", 20, 0, ["wheel-off", 6]),
  fix("sliding-door-loom/broken-wire", 75, 45, ["door-trim-off", 12]),
  fix("sliding-door-motor/worn", 60, 265, ["door-trim-off", 12]),
  fix("tail-lamp-earth/corroded", 20, 2),
  fix("tail-lamp/high-resistance", 15, 84),
  fix("blower-resistor/open-circuit", 20, 38, ["glovebox-out", 8]),
  fix("blower-motor/worn", 45, 122, ["glovebox-out", 8]),
  fix("heater-flap-motor/internal-fault", 70, 54, ["glovebox-out", 8]),
  fix("heater-core/blocked", 60, 30),
  fix("steering-torque-sensor/reads-wrong", 120, 420),
  fix("steering-rack/worn", 160, 560),
  fix("cam-chain/stretched", 420, 380),
  fix("camshaft-sensor/no-signal", 25, 48),
  fix("fuel-filter/iced", 30, 66),
  fix("fuel-pump/internal-fault", 75, 210),
  fix("roof-drain/blocked", 30, 0),
  fix("door-seal/split", 40, 95),
  fix("exhaust-flex-joint/cracked", 70, 110, ["on-lift", 4]),
  fix("clutch-slave-cylinder/leaking", 70, 74, ["undertray-off", 10]),
  fix("clutch-release-bearing/worn", 320, 160),
  fix("glow-relay/works-as-designed", 10, 0),
];
