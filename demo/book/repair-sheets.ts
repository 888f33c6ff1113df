import type { RepairOption, RepairSheet } from "@/core/repair";
import { SHOP } from "../world";

const price = (amount: number) => ({ amount, currency: SHOP.currency });
type Way = Pick<RepairOption, "kind" | "title"> & { readonly amount: number; readonly minutes: number };

const way = ({ kind, title, amount, minutes }: Way, more: Partial<RepairOption> = {}): RepairOption => ({
  kind,
  title,
  price: price(amount),
  minutes,
  availability: "stock",
  days: null,
  lifeKm: null,
  note: "",
  ...more,
});

/** What the workshop wrote down of some repairs beside their time and price. */
export const REPAIR_SHEETS: readonly RepairSheet[] = [
  {
    component: "turbocharger",
    failure: "sticking",
    options: [
      way(
        { kind: "without-part", title: "Cleaned, vanes freed", amount: 0, minutes: 240 },
        { lifeKm: 40_000, note: "Soot comes back on short rounds." },
      ),
      way(
        { kind: "rebuilt", title: "Rebuilt unit", amount: 390, minutes: 210 },
        { availability: "days", days: 3, lifeKm: 120_000 },
      ),
      way(
        { kind: "part", title: "New unit from the maker", amount: 640, minutes: 210 },
        { availability: "vin-only", lifeKm: 200_000 },
      ),
      way(
        { kind: "used", title: "Unit from a breaker", amount: 180, minutes: 210 },
        { note: "Only with the vanes moved by hand before it is paid." },
      ),
    ],
    companions: [
      { kind: "renew", what: "Oil feed gasket", value: null, source: null },
      { kind: "renew", what: "Manifold nuts, once only", value: null, source: null },
      { kind: "tighten", what: "Manifold nuts crosswise", value: "24 N.m", source: "workshop sheet T-14" },
      { kind: "do", what: "Oil and filter, feed line blown through", value: null, source: null },
    ],
    mixing: [],
    note: "Look at the oil feed first: a starved shaft takes the next one as well.",
  },
  {
    component: "glow-plug",
    failure: "open-circuit",
    options: [],
    companions: [
      { kind: "tighten", what: "Glow plug", value: "15 N.m", source: null },
      { kind: "do", what: "Bore cleaned before the new one goes in", value: null, source: null },
    ],
    mixing: [
      { revision: "G1 (7 V)", runsWith: [] },
      { revision: "G2 (4.4 V)", runsWith: [] },
    ],
    note: "",
  },
  {
    component: "injector",
    failure: "leaking",
    options: [
      way({ kind: "part", title: "New injector from the maker", amount: 290, minutes: 75 }, { lifeKm: 250_000 }),
      way(
        { kind: "rebuilt", title: "Rebuilt injector with its test sheet", amount: 165, minutes: 75 },
        { availability: "days", days: 2, lifeKm: 150_000, note: "Only with a class that may run beside the others." },
      ),
    ],
    companions: [
      { kind: "renew", what: "Copper ring, once only", value: null, source: null },
      { kind: "tighten", what: "Clamp screw", value: "9 N.m + 75°", source: "workshop sheet J-2" },
      { kind: "code", what: "Class of the new injector taught in at its place", value: null, source: null },
      { kind: "wait", what: "Quantity learning, eight minutes at a warm idle", value: null, source: null },
    ],
    mixing: [
      { revision: "K3", runsWith: ["K4"] },
      { revision: "K4", runsWith: ["K3"] },
      { revision: "K6", runsWith: [] },
    ],
    note: "K6 flows more at small quantities: all four or none.",
  },
  {
    component: "belt-tensioner",
    failure: "worn",
    options: [
      way(
        {
          kind: "recall",
          title: "Free under campaign OM-31, at the maker’s workshop in the valley",
          amount: 0,
          minutes: 0,
        },
        { availability: "days", days: 18, note: "Hauler of 2016 and 2017, built until May 2017." },
      ),
      way({ kind: "part", title: "Tensioner, improved bush", amount: 88, minutes: 45 }, { lifeKm: 160_000 }),
    ],
    companions: [
      { kind: "renew", what: "Belt, where it ran on the worn pulley", value: null, source: null },
      { kind: "tighten", what: "Tensioner screw", value: "48 N.m", source: "workshop sheet B-1" },
    ],
    mixing: [],
    note: "",
  },
  {
    component: "sensor-ring",
    failure: "cracked",
    options: [],
    companions: [
      { kind: "renew", what: "Hub nut, once only", value: null, source: null },
      { kind: "tighten", what: "Hub nut", value: "180 N.m + 60°", source: "workshop sheet W-3" },
    ],
    mixing: [],
    note: "",
  },
];
