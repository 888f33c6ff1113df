import { expect, test } from "vitest";
import { dateText, initials, minutesText, momentText, moneyText, odometerText, percentText } from "./format";

test("minutes turn into hours once there are many", () => {
  expect([0, 0.4, 61, 99.4, 100, 120, 125].map(minutesText)).toEqual([
    "0 min",
    "0 min",
    "61 min",
    "99 min",
    "1 h 40 min",
    "2 h",
    "2 h 5 min",
  ]);
});

test("an odometer is shown in the shop's unit, in thin groups of three", () => {
  expect(odometerText(148_320, "metric")).toBe("148\u202f320 km");
  expect(odometerText(148_320, "imperial")).toBe("92\u202f162 mi");
  expect(odometerText(null, "metric")).toBe("odometer not read");
});

test("odds never claim to be certain", () => {
  expect([0, 0.004, 0.005, 0.5, 0.994, 0.999, 1].map(percentText)).toEqual([
    "<1 %",
    "<1 %",
    "1 %",
    "50 %",
    "99 %",
    ">99 %",
    ">99 %",
  ]);
});

test("money keeps its cents only where it has some", () => {
  expect([moneyText({ amount: 214, currency: "EUR" }), moneyText({ amount: 24.5, currency: "EUR" })]).toEqual([
    "€214",
    "€24.50",
  ]);
});

test("a moment is told in the shop's time zone, across midnight and the change of clocks", () => {
  const winter = new Date("2026-01-31T23:30:00Z");
  expect(momentText(winter, "Europe/Oslo")).toBe("1 Feb, 00:30");
  expect(dateText(winter, "America/Denver")).toBe("31 Jan 2026");
  expect(momentText(new Date("2026-07-01T12:00:00Z"), "Europe/Oslo")).toBe("1 Jul, 14:00");
});

test("names shorten to initials", () => {
  expect(["Ilka Venn", "Ilka", "ilka maria venn", ""].map(initials)).toEqual(["IV", "I", "IV", ""]);
});
