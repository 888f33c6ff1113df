import { MONTH_KM } from "@/core/known-failures";
import { dateText, odometerText } from "@/features/shared/format";
import type { Site } from "@/server/db/sites";
import type { ShelfView } from "@/server/views/shelf";
import { Empty, Section } from "@/ui/section";
import { AddSpare, TakeSpare } from "./spare-forms";
import { Link } from "@/ui/link";

interface ShelfProps {
  readonly view: ShelfView;
  readonly site: Site;
  readonly mayRecord: boolean;
}

/** Parts worth stocking by what models are known for, and used spares that stand ready. */
export function Shelf({ view: { lines, spares, components }, site, mayRecord }: ShelfProps) {
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-7 px-4 py-5 sm:px-6">
      <div>
        <Link href="/known-failures" className="inline-flex min-h-11 items-center text-sm underline">
          Known failures
        </Link>
        <h1 className="text-xl">On the shelf</h1>
      </div>
      <Section title="Worth keeping" aside="enough for 95 of 100 waits for an order">
        {lines.length === 0 && <Empty>No known failure with a cause is on record yet.</Empty>}
        <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Parts worth keeping">
          <table className="w-full">
            <thead>
              <tr className="text-left text-sm text-ink-soft">
                <th scope="col" className="py-1 pr-4 font-normal">
                  Part
                </th>
                <th scope="col" className="pr-4 text-right font-normal">
                  Keep
                </th>
                <th scope="col" className="pr-4 text-right font-normal">
                  A month
                </th>
                <th scope="col" className="pr-4 text-right font-normal">
                  Used in 24 months
                </th>
                <th scope="col" className="text-right font-normal">
                  Order takes
                </th>
              </tr>
            </thead>
            <tbody>
              {lines.map((line) => (
                <tr key={line.key} className="border-b border-rule">
                  <td className="py-2 pr-4">
                    <Link href={`/known-failures/${line.key}`} className="font-medium hover:underline">
                      {line.name}
                    </Link>
                    {line.partNumber && <span className="mono text-sm"> {line.partNumber}</span>}
                    <span className="block text-sm text-ink-soft">{line.title}</span>
                  </td>
                  <td className="mono pr-4 text-right font-semibold">{line.number}</td>
                  <td className="mono pr-4 text-right text-sm whitespace-nowrap">
                    {line.expected.toFixed(2)}
                    <span className="block font-body text-ink-soft">
                      {line.from === "vehicles" ? "by the vehicles here" : "as it was used"}
                    </span>
                  </td>
                  <td className="mono pr-4 text-right">{line.used}</td>
                  <td className="mono text-right whitespace-nowrap">
                    {line.leadDays} {line.leadDays === 1 ? "day" : "days"}
                    {!line.isLeadKnown && <span className="block text-sm font-body text-ink-soft">as a rule</span>}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <p className="pt-2 text-sm text-ink-soft">
          Expected use while an order is on its way, as a Poisson count; a vehicle is taken to drive{" "}
          {odometerText(MONTH_KM, site.unitSystem)} a month. The repair’s sheet says how long an order takes.
        </p>
      </Section>
      <Section title="Used spares, ready" aside="from old assemblies, with what was tested">
        {spares.length === 0 && <Empty>None stands ready.</Empty>}
        <ul>
          {spares.map(({ id, what, name, tested, fits, at, by }) => (
            <li key={id} className="flex flex-wrap items-center gap-x-5 border-b border-rule py-2">
              <span className="min-w-0 grow">
                <span className="block font-medium">
                  {what} <span className="text-sm font-normal text-ink-soft">{name}</span>
                </span>
                <span className="block text-sm">
                  Tested: {tested}
                  {fits && `; fits ${fits}`}
                </span>
                <span className="block text-sm text-ink-soft">
                  {by}, {dateText(at, site.timeZone)}
                </span>
              </span>
              {mayRecord && <TakeSpare id={id} what={what} />}
            </li>
          ))}
        </ul>
        {mayRecord && <AddSpare components={components} />}
      </Section>
    </div>
  );
}
