import { minutesText, moneyText, percentText } from "@/features/shared/format";
import { componentHref } from "@/features/shared/book-hrefs";
import { ROW, SourceRows, VainRows } from "@/features/shared/book-rows";
import type { Site } from "@/server/db/sites";
import type { NumbersView } from "@/server/views/numbers";
import { Empty, Section } from "@/ui/section";
import { NumbersFilterForm } from "./numbers-filter";
import { MinutesChart } from "./minutes-chart";
import { quarterText } from "./quarter-text";
import { Link } from "@/ui/link";

interface NumbersProps {
  readonly view: NumbersView;
  readonly site: Site;
}

const BUCKETS = {
  first: "the first of its kind here",
  second: "the second and third",
  later: "the fourth to tenth",
  often: "the eleventh and later",
} as const;

/** Is the book making us faster? */
export function Numbers({ view, site }: NumbersProps) {
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-7 px-4 py-5 sm:px-6">
      <div>
        <h1 className="text-xl">Numbers</h1>
        <p className="text-ink-soft">
          Is the book making us faster? Counted from closed jobs, as far as so few can say.
        </p>
      </div>
      <NumbersFilterForm query={view.query} models={view.models} people={view.people} />
      {view.jobs === 0 ? (
        <Empty>No closed job falls into that. Take a filter away, or close the first job.</Empty>
      ) : (
        <>
          <Headline view={view} site={site} />
          <div className="grid gap-x-10 gap-y-7 lg:grid-cols-2">
            <div className="flex min-w-0 flex-col gap-7">
              <OverTime view={view} />
              <Learning view={view} />
              <Followed view={view} />
            </div>
            <div className="flex min-w-0 flex-col gap-7">
              <DeadEnds view={view} site={site} />
              <Slowest view={view} />
              <Comebacks view={view} />
              <Rungs view={view} />
              <Undecided view={view} />
            </div>
          </div>
        </>
      )}
    </div>
  );
}

function Headline({ view: { jobs, fixedFirst, vain }, site }: NumbersProps) {
  return (
    <p className="text-lg">
      <span className="mono">{jobs}</span> closed jobs.{" "}
      {fixedFirst && (
        <>
          Fixed first time: <span className="mono">{fixedFirst.count}</span> of{" "}
          <span className="mono">{fixedFirst.of}</span> ({percentText(fixedFirst.share.low)} to{" "}
          {percentText(fixedFirst.share.high)}).{" "}
        </>
      )}
      Parts in vain: <span className="mono">{vain.parts}</span> of <span className="mono">{vain.of}</span>,{" "}
      {minutesText(vain.minutes)} and {moneyText({ amount: Math.round(vain.cost), currency: site.currency })}.
    </p>
  );
}

const HEAD = "pr-4 pb-1 text-left text-sm font-normal text-ink-soft";
const RIGHT = "pr-4 pb-1 text-right text-sm font-normal text-ink-soft";
const CELL = "mono py-1.5 pr-4 text-right";

function OverTime({ view: { quarters } }: { readonly view: NumbersView }) {
  return (
    <Section title="Minutes to the root cause" aside="median of the quarter">
      <MinutesChart quarters={quarters} />
      <table className="w-full">
        <thead>
          <tr>
            <th className={HEAD}>Quarter</th>
            <th className={RIGHT}>Jobs</th>
            <th className={RIGHT}>To the cause</th>
            <th className={RIGHT}>In vain</th>
            <th className={RIGHT}>Came back</th>
          </tr>
        </thead>
        <tbody>
          {quarters.map(({ quarter, jobs, medianMinutes, vainMinutes, cameBack }) => (
            <tr key={quarter} className="border-b border-rule">
              <td className="py-1.5 pr-4">{quarterText(quarter)}</td>
              <td className={CELL}>{jobs}</td>
              <td className={CELL}>{medianMinutes === null ? "" : minutesText(medianMinutes)}</td>
              <td className={CELL}>{minutesText(vainMinutes)}</td>
              <td className={CELL}>{cameBack}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="pt-1 text-sm text-ink-soft">
        Counted: tests up to the repair that cured it, and parts fitted in vain. What came back is left out.
      </p>
    </Section>
  );
}

function Learning({ view: { learning } }: { readonly view: NumbersView }) {
  if (!learning.length) return null;
  return (
    <Section title="The first against the later ones" aside="jobs that came to the same cause">
      <ul>
        {learning.map(({ bucket, jobs, medianMinutes, vainShare }) => (
          <li key={bucket} className={ROW}>
            <span className="grow">{BUCKETS[bucket]}</span>
            <span className="mono font-semibold">{minutesText(medianMinutes)}</span>
            <span className="text-sm text-ink-soft">
              {jobs === 1 ? "1 job" : `${jobs} jobs`}; something in vain in {percentText(vainShare)}
            </span>
          </li>
        ))}
      </ul>
    </Section>
  );
}

function Followed({ view: { followed } }: { readonly view: NumbersView }) {
  const yes = followed.find((row) => row.followed);
  const no = followed.find((row) => !row.followed);
  if (!yes && !no) return null;
  return (
    <Section title="What was offered, and what was done" aside="where both are on record">
      <ul>
        {[yes, no].map(
          (row) =>
            row && (
              <li key={String(row.followed)} className={ROW}>
                <span className="grow">{row.followed ? "Mostly what was offered first" : "Mostly something else"}</span>
                <span className="mono font-semibold">{minutesText(row.medianMinutes)}</span>
                <span className="text-sm text-ink-soft">
                  {row.jobs === 1 ? "1 job" : `${row.jobs} jobs`}; something in vain in {percentText(row.vainShare)}
                </span>
              </li>
            ),
        )}
      </ul>
      {yes && no && (
        <p className="pt-1 text-sm text-ink-soft">
          {yes.medianMinutes < no.medianMinutes
            ? `A difference of ${minutesText(no.medianMinutes - yes.medianMinutes)} a job.`
            : "Following it was not faster."}{" "}
          Hard jobs are left sooner than easy ones: this is no proof of what it saves.
        </p>
      )}
    </Section>
  );
}

function DeadEnds({ view: { byComponent }, site }: NumbersProps) {
  return (
    <Section title="Dead ends" aside="parts fitted in vain, the longest first">
      {byComponent.length === 0 && <Empty>Nothing was fitted in vain.</Empty>}
      <VainRows rows={byComponent} currency={site.currency} />
    </Section>
  );
}

function Slowest({ view: { slowest } }: { readonly view: NumbersView }) {
  if (!slowest.length) return null;
  return (
    <Section title="Longest to find" aside="causes with three jobs or more">
      <ul>
        {slowest.map(({ component, failure, name, jobs, medianMinutes }) => (
          <li key={component + failure} className={ROW}>
            <Link href={componentHref(component)} className="grow hover:underline">
              {name}
            </Link>
            <span className="mono text-sm">{minutesText(medianMinutes)}</span>
            <span className="text-sm text-ink-soft">{jobs} jobs</span>
          </li>
        ))}
      </ul>
    </Section>
  );
}

function Comebacks({ view: { sources } }: { readonly view: NumbersView }) {
  if (!sources.length) return null;
  return (
    <Section title="Comebacks" aside="by where the part was from">
      <SourceRows rows={sources} />
    </Section>
  );
}

const RUNG_WORDS = [
  "claimed only",
  "tried before closing up",
  "same test passes",
  "codes stay clear",
  "driven as complained of",
  "held over time",
] as const;

function Rungs({ view: { rungs } }: { readonly view: NumbersView }) {
  const all = rungs.reduce((sum, { jobs }) => sum + jobs, 0);
  return (
    <Section title="How far it was proved" aside="jobs with a root cause">
      <ul>
        {rungs.map(({ rung, jobs }) => (
          <li key={rung} className="flex items-baseline gap-x-4 border-b border-rule py-2">
            <span className="mono w-8 text-right">{rung}</span>
            <span className="grow">{RUNG_WORDS[rung]}</span>
            <span className="mono">{jobs}</span>
            <span className="mono w-14 text-right text-sm text-ink-soft">{percentText(jobs / all)}</span>
          </li>
        ))}
      </ul>
    </Section>
  );
}

function Undecided({ view: { undecided } }: { readonly view: NumbersView }) {
  const rows = undecided.filter(({ run, decided }) => decided < run / 2);
  if (!rows.length) return null;
  return (
    <Section title="Tests that hardly decide" aside="run five times or more">
      <ul>
        {rows.map(({ procedure, title, run, decided, minutes }) => (
          <li key={procedure} className={ROW}>
            <Link href={`/procedures/${procedure}`} className="grow hover:underline">
              {title}
            </Link>
            <span className="text-sm">
              decided <span className="mono">{decided}</span> of <span className="mono">{run}</span>
            </span>
            <span className="mono text-sm">{minutesText(minutes)}</span>
          </li>
        ))}
      </ul>
    </Section>
  );
}
