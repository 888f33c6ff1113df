import type { Grid } from "@/core/known-failures";
import { Empty } from "@/ui/section";

/** Where it applies, as variants by model years: what failed of what is known; a cell that the rules leave out is hatched and empty. */
export function ScopeGrid({ grid: { years, rows } }: { readonly grid: Grid }) {
  if (!rows.length) return <Empty>No vehicle on record is of the models that it speaks of.</Empty>;
  return (
    <div className="overflow-x-auto pt-2" tabIndex={0} role="group" aria-label="Variants by model year">
      <table className="text-sm">
        <thead>
          <tr>
            <th scope="col" className="pr-3 text-left font-medium">
              Variant
            </th>
            {years.map((year) => (
              <th key={year} scope="col" className="mono px-1 font-normal text-ink-soft">
                {year}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ name, cells }) => (
            <tr key={name}>
              <th scope="row" className="pr-3 text-left font-normal whitespace-nowrap">
                {name}
              </th>
              {cells.map(({ isIn, vehicles, failed }, at) => (
                <td
                  key={years[at]}
                  className={`mono h-9 min-w-12 border border-rule px-1 text-center ${isIn ? (failed ? "bg-ochre-pale font-semibold" : "bg-sheet") : "bg-paper-2 text-ink-soft"}`}
                >
                  {isIn ? (vehicles ? `${failed}/${vehicles}` : "·") : vehicles ? `(${failed}/${vehicles})` : ""}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="pt-1 text-sm text-ink-soft">
        2/7: two of seven such vehicles here had it. · : it speaks of them, and none is on record. In brackets: it does
        not speak of them.
      </p>
    </div>
  );
}
