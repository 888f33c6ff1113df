import { minutesText, moneyText } from "@/features/shared/format";
import type { DeadEndView } from "@/server/views/been-here";
import { Section } from "@/ui/section";

/** What others tried in vain, and what it cost them. */
export function TriedInVain({ deadEnds }: { readonly deadEnds: readonly DeadEndView[] }) {
  if (!deadEnds.length) return null;
  return (
    <Section title="Tried in vain" aside={deadEnds[0]?.where}>
      <ul>
        {deadEnds.map(({ kind, subject, name, tried, helped, minutesLost, costLost, elsewhere }) => (
          <li key={kind + subject} className="flex items-baseline justify-between gap-3 border-b border-rule py-2">
            <span>
              {name} {kind === "part" ? "fitted" : "run"}, {tried === 1 ? "1 job" : `${tried} jobs`}: helped{" "}
              {helped === 0 ? "none" : helped}
              {elsewhere && <span className="text-ink-soft">, at other shops</span>}
            </span>
            <span className="mono shrink-0 text-sm text-brick">
              {minutesText(minutesLost)}
              {costLost.amount > 0 && ` · ${moneyText(costLost)}`}
            </span>
          </li>
        ))}
      </ul>
    </Section>
  );
}
