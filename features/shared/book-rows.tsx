import { componentHref } from "./book-hrefs";
import { minutesText, moneyText, percentText } from "./format";
import { Link } from "@/ui/link";

/** Rows that the book's pages and the numbers share. */

export const ROW = "flex flex-wrap items-baseline gap-x-4 border-b border-rule py-2";

interface VainRowsProps {
  readonly rows: readonly {
    readonly component: string;
    readonly name: string;
    readonly fitted: number;
    readonly minutes: number;
    readonly cost: number;
  }[];
  readonly currency: string;
}

/** Parts that were fitted in vain: how often, and what it cost. */
export function VainRows({ rows, currency }: VainRowsProps) {
  return (
    <ul>
      {rows.map(({ component, name, fitted, minutes, cost }) => (
        <li key={component} className={ROW}>
          <span className="mono w-8 text-right">{fitted}</span>
          <Link href={componentHref(component)} className="grow hover:underline">
            {name}
          </Link>
          <span className="mono text-sm text-brick">
            {minutesText(minutes)} · {moneyText({ amount: Math.round(cost), currency })}
          </span>
        </li>
      ))}
    </ul>
  );
}

interface SourceRowsProps {
  readonly rows: readonly {
    readonly source: string;
    readonly fitted: number;
    readonly cameBack: number;
    readonly share: { readonly low: number; readonly high: number };
  }[];
}

/** How parts fared by where they were from. */
export function SourceRows({ rows }: SourceRowsProps) {
  return (
    <ul>
      {rows.map(({ source, fitted, cameBack, share }) => (
        <li key={source} className={ROW}>
          <span className="grow">{source}</span>
          <span className="text-sm">
            <span className="mono">{cameBack}</span> of <span className="mono">{fitted}</span> came back (
            {percentText(share.low)} to {percentText(share.high)})
          </span>
        </li>
      ))}
    </ul>
  );
}
