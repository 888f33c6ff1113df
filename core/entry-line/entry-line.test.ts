import fc from "fast-check";
import { expect, test } from "vitest";
import { readEntryLine } from ".";

const read = (line: string) => {
  const { codes, minutes, note } = readEntryLine(line);
  return [codes.map(({ code, status }) => `${code} ${status}`).join(" "), minutes, note];
};

test("codes, their status and minutes are understood, all else stays a note word for word", () => {
  expect(
    [
      "p0340 pending 12m",
      "P0299 stored, P0401 pending 6 min",
      "P0299; u0100 history",
      "rubbed on the clip 4 min",
      "P0299 P0299 permanent",
      "battery 12.5 V",
      "45 minutes of looking",
      "M6 bolt sheared",
      "",
    ].map(read),
  ).toMatchInlineSnapshot(`
    [
      [
        "P0340 pending",
        12,
        "",
      ],
      [
        "P0299 stored P0401 pending",
        6,
        "",
      ],
      [
        "P0299 stored U0100 history",
        null,
        "",
      ],
      [
        "",
        4,
        "rubbed on the clip",
      ],
      [
        "P0299 permanent",
        null,
        "",
      ],
      [
        "",
        null,
        "battery 12.5 V",
      ],
      [
        "",
        45,
        "of looking",
      ],
      [
        "",
        null,
        "M6 bolt sheared",
      ],
      [
        "",
        null,
        "",
      ],
    ]
  `);
});

test("nothing that was typed is lost", () => {
  const word = fc.constantFrom(
    "P0340",
    "p2002",
    "pending",
    "stored",
    "12m",
    "7 min",
    "hums",
    "(left)",
    "12.5",
    "V,",
    "ümlaut",
    "P03",
  );
  fc.assert(
    fc.property(fc.array(word, { maxLength: 8 }), (words) => {
      const { codes, minutes, note } = readEntryLine(words.join(" "));
      for (const typed of words) {
        const code = codes.some((found) => found.code === typed.toUpperCase());
        const status = ["pending", "stored"].includes(typed) && codes.length > 0;
        const duration = minutes !== null && typed.startsWith(String(minutes));
        expect(code || status || duration || note.includes(typed), `${typed} of "${words.join(" ")}"`).toBe(true);
      }
    }),
    { seed: 41, numRuns: 400 },
  );
});
