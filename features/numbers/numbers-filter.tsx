import type { NumbersView } from "@/server/views/numbers";
import { Button, ButtonLink } from "@/ui/button";

type FilterProps = Pick<NumbersView, "query" | "models" | "people">;

/** What is counted stands in the address, so that it can be shared. */
export function NumbersFilterForm({ query, models, people }: FilterProps) {
  const { from, to, model, person } = query;
  const csv = new URLSearchParams({ ...query });
  return (
    <form action="/numbers" className="no-print flex flex-wrap items-end gap-4" aria-label="What is counted">
      <label className="flex flex-col gap-1">
        <span className="font-medium">From</span>
        <input type="date" name="from" defaultValue={from} className="field-input" />
      </label>
      <label className="flex flex-col gap-1">
        <span className="font-medium">To</span>
        <input type="date" name="to" defaultValue={to} className="field-input" />
      </label>
      <label className="flex flex-col gap-1">
        <span className="font-medium">Model</span>
        <select name="model" defaultValue={model} className="field-input">
          <option value="">every model</option>
          {models.map((each) => (
            <option key={each} value={each}>
              {each}
            </option>
          ))}
        </select>
      </label>
      {people.length > 0 && (
        <label className="flex flex-col gap-1">
          <span className="font-medium">Closed by</span>
          <select name="person" defaultValue={person} className="field-input">
            <option value="">everybody</option>
            {people.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
      )}
      <Button type="submit">Count</Button>
      <ButtonLink href={`/api/v1/numbers?${csv}`} download>
        As CSV
      </ButtonLink>
    </form>
  );
}
