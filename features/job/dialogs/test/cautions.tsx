"use client";

import { TriangleAlert } from "lucide-react";
import type { SystemWord } from "@/server/db/book";

/** The usual caution, before the step. */
export function Cautions({ cautions }: { readonly cautions: readonly string[] }) {
  if (!cautions.length) return null;
  return (
    <div className="border-2 border-brick px-3 py-2" role="note" aria-label="Caution">
      <p className="flex items-center gap-2 font-semibold text-brick">
        <TriangleAlert aria-hidden size={18} /> Caution
      </p>
      <ul className="list-disc pl-5">
        {cautions.map((caution) => (
          <li key={caution}>{caution}</li>
        ))}
      </ul>
      <p className="text-sm text-ink-soft">The maker’s procedure and local rules come first.</p>
    </div>
  );
}

/** What a test marked high-voltage shows, whatever the procedure says. */
export const HIGH_VOLTAGE_CAUTIONS = [
  "High voltage can kill. Trained people only, with the maker’s procedure and protective gear.",
  "Isolate, secure against being switched on, wait as long as the maker says.",
  "Prove the tester on a known source, measure, prove the tester again.",
];

const RESTRAINT_CAUTIONS = [
  "Airbags and belt tensioners: battery off, wait as the maker says, only by who is trained for them. Nothing is bridged or measured at an igniter.",
  "A second person signs the work before the vehicle is handed over.",
];

/** What every step on airbags and belt tensioners shows, whatever the procedure says; nothing on other components. */
export function restraintCautions(components: readonly SystemWord[], component: string | null): readonly string[] {
  return components.find(({ key }) => key === component)?.system === "restraints" ? RESTRAINT_CAUTIONS : [];
}
