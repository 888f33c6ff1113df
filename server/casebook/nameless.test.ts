import { expect, test } from "vitest";
import { nameless, namelessText, secretsOf } from "./nameless";

const SECRETS = secretsOf(["HF 4261", "LMXAB12C3D4567890"], ["Ilka Venn"]);

test.each([
  ["Seen on hf-4261, twice.", "Seen on …, twice."],
  ["HF 42 61 had it", "… had it"],
  ["VIN LMXAB12C3D4567890.", "VIN …."],
  ["Ask Ilka Venn (or Venn’s note).", "Ask … (or … note)."],
  ["Ring 07551 / 88 21 40 or desk@hill.example", "Ring … or …"],
  ["Since 2026-03-02, part LM-4471-2209 (3.4.2026)", "Since 2026-03-02, part LM-4471-2209 (3.4.2026)"],
  ["Torque 120 Nm, then 90 degrees; P0299 at 2500 rpm", "Torque 120 Nm, then 90 degrees; P0299 at 2500 rpm"],
])("%s", (said, told) => expect(namelessText(said, SECRETS)).toBe(told));

test("inside a value every text is looked through and everything else stays", () => {
  const value = {
    key: "a",
    minutes: 4,
    at: "2026-03-02T08:00:00.000Z",
    steps: ["Call Venn", null],
    more: { on: "HF4261", of: true },
  };
  expect(nameless(value, SECRETS)).toEqual({
    key: "a",
    minutes: 4,
    at: "2026-03-02T08:00:00.000Z",
    steps: ["Call …", null],
    more: { on: "…", of: true },
  });
});
