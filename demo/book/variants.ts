import type { DesignedCase } from "@/server/db/designed-cases";

/** What looks like a fault on the made-up models and is none. */
export const DESIGNED_CASES: readonly Omit<DesignedCase, "id">[] = [
  {
    symptom: "glow-lamp-flashing",
    make: "Tarrow",
    models: ["Letter", "Packet"],
    what: "After-glow runs for up to three minutes below five degrees, and the lamp follows it.",
    checkBy: "It goes out by itself, and no code is stored.",
    tellCustomer: "The lamp says that the heater plugs still help the cold engine along. You can drive off at once.",
  },
  {
    symptom: "steering-lamp",
    make: "Ombrel",
    models: ["Lark"],
    what: "Held at full lock for more than ten seconds, the steering lowers its assistance and lights the lamp until it has cooled.",
    checkBy: "The lamp goes out within a minute of straight wheels; the steering module holds no code.",
    tellCustomer:
      "The steering protects itself when it is held hard against its stop. Ease the wheel a hand’s breadth back.",
  },
  {
    symptom: "windscreen-mists",
    make: "",
    models: [],
    what: "The air is set to recirculate, and that setting is remembered with the key off.",
    checkBy: "The lamp of the recirculation button is lit.",
    tellCustomer: "Press the button with the bent arrow: fresh air keeps the screen clear.",
  },
];

/** What lies elsewhere in cars that were built for another market. */
export const MARKET_MATTERS: readonly { readonly make: string; readonly model: string; readonly text: string }[] = [
  {
    make: "Kestrin",
    model: "Ferryman",
    text: "fuses 20 to 34 are numbered the other way round in cars for the coast.",
  },
  { make: "Ombrel", model: "Lark", text: "the tailgate fuse sits behind the glove box in cars for the coast." },
];
