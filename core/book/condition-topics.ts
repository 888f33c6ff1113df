/** What a condition is about. */
export const CONDITION_TOPICS = [
  "speed",
  "load",
  "temperature",
  "gear",
  "braking",
  "steering",
  "refuelling",
  "standing",
  "weather",
  "key",
  "use",
  "how-often",
  "since",
  "after",
  "other",
] as const;
export type ConditionTopic = (typeof CONDITION_TOPICS)[number];

/** Whether a drive can meet a condition of this topic: how often, since when and after what are told, not driven. */
export const isMetOnADrive = (topic: ConditionTopic): boolean => !ALWAYS.includes(topic);

/** How often, since when and after what can be asked of anything that goes wrong. */
const ALWAYS: readonly ConditionTopic[] = ["how-often", "since", "after"];

const ENGINE: readonly ConditionTopic[] = [
  "temperature",
  "load",
  "speed",
  "refuelling",
  "standing",
  "weather",
  "key",
  "gear",
];
const DRIVE: readonly ConditionTopic[] = ["load", "gear", "speed", "temperature", "steering", "braking", "standing"];

/** What is worth asking by the system of a symptom, most telling first: heat does not matter to a door, nor fuel to a brake. */
const BY_SYSTEM: Readonly<Record<string, readonly ConditionTopic[]>> = {
  engine: ENGINE,
  fuel: ENGINE,
  intake: ENGINE,
  exhaust: ENGINE,
  ignition: ENGINE,
  transmission: DRIVE,
  clutch: DRIVE,
  driveline: DRIVE,
  cooling: ["temperature", "load", "speed", "weather", "standing"],
  charging: ["standing", "weather", "use", "key", "temperature", "load"],
  brakes: ["braking", "speed", "steering", "temperature", "load", "weather", "standing"],
  steering: ["steering", "speed", "standing", "braking", "temperature"],
  suspension: ["speed", "steering", "braking", "load", "weather"],
  electrical: ["use", "key", "weather", "standing", "braking", "temperature"],
  body: ["use", "weather", "speed", "standing", "temperature"],
  climate: ["temperature", "weather", "use", "speed", "key", "standing"],
};

/**
 * The topics whose conditions fit a symptom of this system, in the order to ask; for a system that is not known all of them.
 * @example topicsFor("brakes") // ["braking", "speed", …, "how-often", "since", "after"]
 */
export function topicsFor(system: string): readonly ConditionTopic[] {
  const own = BY_SYSTEM[system];
  return own ? [...own, ...ALWAYS] : CONDITION_TOPICS;
}
