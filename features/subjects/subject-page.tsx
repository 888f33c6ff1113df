import { dateText, minutesText, percentText } from "@/features/shared/format";
import { GRADE_WORDS } from "@/features/shared/known-for/words";
import { ROW, SourceRows, VainRows } from "@/features/shared/book-rows";
import type { Site } from "@/server/db/sites";
import type { SubjectPage } from "@/server/views/subject";
import { Empty, Section } from "@/ui/section";
import { codeHref, componentHref, modelHref } from "@/features/shared/book-hrefs";
import { Link } from "@/ui/link";

interface SubjectPageProps {
  readonly page: SubjectPage;
  readonly site: Site;
}

/** What the shop knows of a component, a code, an engine or a model, linked both ways. */
export function SubjectPageView({ page, site }: SubjectPageProps) {
  const { title, about, jobs, vehicles, subject } = page;
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-7 px-4 py-5 sm:px-6">
      <div>
        <Link href="/book" className="inline-flex min-h-11 items-center text-sm underline print:hidden">
          Book
        </Link>
        <h1 className={subject.kind === "code" ? "mono text-xl" : "text-xl"}>{title}</h1>
        {about.map((line) => (
          <p key={line}>{line}</p>
        ))}
        <p className="text-ink-soft">
          {jobs === 0
            ? "No closed job here yet."
            : `${jobs === 1 ? "1 closed job" : `${jobs} closed jobs`} here, on ${vehicles === 1 ? "1 vehicle" : `${vehicles} vehicles`}.`}
        </p>
      </div>
      <div className="grid gap-x-10 gap-y-7 lg:grid-cols-[1.25fr_1fr]">
        <div className="flex min-w-0 flex-col gap-7">
          <Causes page={page} />
          <Tests page={page} />
          <Latest page={page} site={site} />
        </div>
        <div className="flex min-w-0 flex-col gap-7">
          <Known page={page} />
          <Sources page={page} />
          <Behind page={page} />
          <Vain page={page} site={site} />
          <Seen page={page} />
        </div>
      </div>
    </div>
  );
}

function Causes({ page: { causes, subject, jobs } }: { readonly page: SubjectPage }) {
  const isComponent = subject.kind === "component";
  return (
    <Section
      title={isComponent ? "How it fails" : "Causes found"}
      aside={jobs ? `of ${jobs === 1 ? "1 job" : `${jobs} jobs`}` : undefined}
    >
      {causes.length === 0 && <Empty>No job came to a cause yet.</Empty>}
      <ul>
        {causes.map(({ component, failure, name, jobs: own, share, medianMinutes, places, models }) => (
          <li key={component + failure} className={ROW}>
            <span className="mono w-10 text-right font-semibold">{own}</span>
            <span className="min-w-0 grow">
              <Link href={componentHref(component)} className="font-medium hover:underline">
                {name}
              </Link>
              <span className="block text-sm text-ink-soft">
                {percentText(share.low)} to {percentText(share.high)} of such jobs; {minutesText(medianMinutes)} to the
                cause, as a rule
                {isComponent && models.length > 0 && `; ${models.slice(0, 5).join(", ")}`}
                {places.length > 0 && `; ${places.slice(0, 5).join(", ")}`}
              </span>
            </span>
            <Link
              href={`/repairs/${component}/${failure}`}
              className="inline-flex min-h-11 items-center text-sm underline"
            >
              Repair
            </Link>
          </li>
        ))}
      </ul>
    </Section>
  );
}

function Tests({ page: { tests } }: { readonly page: SubjectPage }) {
  if (!tests.length) return null;
  return (
    <Section title="Tests run on them" aside="those that settled it first">
      <ul>
        {tests.map(({ procedure, title, run, settled, medianMinutes }) => (
          <li key={procedure} className={ROW}>
            <Link href={`/procedures/${procedure}`} className="min-w-0 grow hover:underline">
              {title}
            </Link>
            <span className="text-sm">
              settled <span className="mono">{settled}</span> of <span className="mono">{run}</span>
            </span>
            <span className="mono text-sm">{minutesText(medianMinutes)}</span>
          </li>
        ))}
      </ul>
    </Section>
  );
}

function Known({ page: { known } }: { readonly page: SubjectPage }) {
  return (
    <Section title="Known failures">
      {known.length === 0 && <Empty>None is on record.</Empty>}
      <ul>
        {known.map(({ key, title, grade, scope }) => (
          <li key={key} className="border-b border-rule py-2">
            <Link href={`/known-failures/${key}`} className="font-medium hover:underline">
              {title}
            </Link>
            <span className="block text-sm text-ink-soft">
              {GRADE_WORDS[grade]}; {scope}
            </span>
          </li>
        ))}
      </ul>
    </Section>
  );
}

function Sources({ page: { sources } }: { readonly page: SubjectPage }) {
  if (!sources.length) return null;
  return (
    <Section title="Which parts last" aside="that cured it, by where they were from">
      <SourceRows rows={sources} />
    </Section>
  );
}

/** Look-alikes: it was innocent, and another was the cause. */
function Behind({ page: { behind } }: { readonly page: SubjectPage }) {
  if (!behind.length) return null;
  return (
    <Section title="Fitted in vain, and what it was" aside="it was innocent there">
      <ul>
        {behind.map(({ component, name, jobs }) => (
          <li key={name} className={ROW}>
            <span className="mono w-8 text-right">{jobs}</span>
            <Link href={componentHref(component)} className="hover:underline">
              {name}
            </Link>
          </li>
        ))}
      </ul>
    </Section>
  );
}

function Vain({ page: { vain }, site }: SubjectPageProps) {
  if (!vain.length) return null;
  return (
    <Section title="Tried in vain on these jobs" aside="fitted, and no change">
      <VainRows rows={vain} currency={site.currency} />
    </Section>
  );
}

function Seen({ page: { codes, models, subject } }: { readonly page: SubjectPage }) {
  return (
    <>
      {codes.length > 0 && (
        <Section title={subject.kind === "code" ? "Codes beside it" : "Codes on these jobs"}>
          <p className="flex flex-wrap gap-x-4 pt-2">
            {codes.map(({ name, jobs }) => (
              <Link key={name} href={codeHref(name)} className="mono inline-flex min-h-11 items-center underline">
                {name} ({jobs})
              </Link>
            ))}
          </p>
        </Section>
      )}
      {subject.kind !== "model" && models.length > 0 && (
        <Section title="On which models">
          <p className="flex flex-wrap gap-x-4 pt-2">
            {models.map(({ name, make, model, jobs }) => (
              <Link key={name} href={modelHref(make, model)} className="inline-flex min-h-11 items-center underline">
                {name} ({jobs})
              </Link>
            ))}
          </p>
        </Section>
      )}
    </>
  );
}

function Latest({ page: { latest }, site }: SubjectPageProps) {
  if (!latest.length) return null;
  return (
    <Section title="Latest jobs">
      <ul>
        {latest.map(({ id, number, vehicle, closedAt, outcome, cameBack }) => (
          <li key={id} className="border-b border-rule">
            <Link
              href={`/jobs/${id}`}
              className="grid min-h-11 items-center gap-x-4 py-1.5 hover:bg-paper-2 sm:grid-cols-[3.5rem_11rem_1fr_7rem]"
            >
              <span className="mono text-sm text-ink-soft">{number}</span>
              <span>{vehicle}</span>
              <span>
                {outcome}
                {cameBack && <span className="text-brick"> · came back</span>}
              </span>
              <span className="text-sm text-ink-soft">{dateText(closedAt, site.timeZone)}</span>
            </Link>
          </li>
        ))}
      </ul>
    </Section>
  );
}
