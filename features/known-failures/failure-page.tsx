import Link from "next/link";
import { reported, REPORT_SAYS, type LookAlike } from "@/core/known-failures";
import { upperFirst } from "@/core/words";
import { dateText, minutesText, odometerText, percentText } from "@/features/shared/format";
import { PrintButton } from "@/features/shared/print-button";
import { componentHref, engineHref, modelHref } from "@/features/shared/book-hrefs";
import type { Site } from "@/server/db/sites";
import type { KnownFailurePage } from "@/server/views/known-failure-page";
import { Empty, Section } from "@/ui/section";
import { FailureCurveChart } from "./failure-curve-chart";
import { NoteForm, ReportForm } from "./said-forms";
import { PreventionSum } from "./prevention-sum";
import { ScopeGrid } from "./scope-grid";
import { Standing } from "./standing";
import { BULLETIN_WORDS, GRADE_WORDS } from "@/features/shared/known-for/words";
import { OUTCOME_WORDS, SAYS_WORDS, SOURCE_WORDS } from "./words";

interface FailurePageProps {
  readonly page: KnownFailurePage;
  readonly site: Site;
  readonly mayEdit: boolean;
  readonly mayExtend: boolean;
}

/** All that is known of one known failure: how far it is believed, how to tell, what to do, when it comes, and where it applies. */
export function FailurePage({ page, site, mayEdit, mayExtend }: FailurePageProps) {
  const { known, name, scope, symptoms, conditions } = page;
  const { details } = known;
  const window =
    known.odometerKm &&
    `${odometerText(known.odometerKm[0], site.unitSystem)} to ${odometerText(known.odometerKm[1], site.unitSystem)}`;
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-7 px-4 py-5 sm:px-6">
      <div>
        <Link href="/known-failures" className="inline-flex min-h-11 items-center text-sm underline print:hidden">
          Known failures
        </Link>
        <div className="flex flex-wrap items-start justify-between gap-3">
          <div>
            <h1 className="text-xl">{known.title}</h1>
            <p>
              {known.component === null ? (
                name
              ) : (
                <Link href={componentHref(known.component)} prefetch={false} className="underline">
                  {name}
                </Link>
              )}
            </p>
            <p className="text-ink-soft">
              {scope}
              {window && `; ${window}`}
            </p>
            <p className="no-print flex flex-wrap gap-x-4 text-sm">
              {known.applies.make &&
                known.applies.models.map((model) => (
                  <Link
                    key={model}
                    href={modelHref(known.applies.make ?? "", model)}
                    prefetch={false}
                    className="inline-flex min-h-11 items-center underline"
                  >
                    {known.applies.make} {model}
                  </Link>
                ))}
              {known.applies.engines.map((engine) => (
                <Link
                  key={engine}
                  href={engineHref(engine)}
                  prefetch={false}
                  className="inline-flex min-h-11 items-center underline"
                >
                  Engine {engine}
                </Link>
              ))}
            </p>
          </div>
          <div className="no-print">
            <PrintButton />
          </div>
        </div>
        <Standing known={known} mayEdit={mayEdit} mayExtend={mayExtend} />
      </div>
      {details.cautions.length > 0 && (
        <div role="note" className="border-l-4 border-ochre bg-ochre-pale px-3 py-2">
          {details.cautions.map((caution) => (
            <p key={caution}>{caution}</p>
          ))}
        </div>
      )}
      <Believed page={page} />
      <Section title="How it shows itself">
        <p className="pt-2">
          {[...symptoms, ...conditions].join("; ") || "Nothing was said of it."}
          {known.codes.length > 0 && <span className="mono"> {known.codes.join(", ")}</span>}
        </p>
        {known.note && <p className="text-ink-soft">{known.note}</p>}
      </Section>
      <HowToTell page={page} />
      {details.bulletin && <BulletinSection page={page} site={site} />}
      <Repairs page={page} site={site} />
      <PreventionSum page={page} site={site} />
      <Section title="When do they fail" aside="only vehicles that this shop knows">
        {page.curve ? (
          <FailureCurveChart view={page.curve} units={site.unitSystem} />
        ) : (
          <Empty>
            {known.component === null
              ? "What nobody has explained has no odometer yet."
              : "Fewer than three vehicles were watched up to the failure: too few to say when it comes."}
          </Empty>
        )}
      </Section>
      <Section title="Which vehicles" aside="failed of known, by model year">
        <ScopeGrid grid={page.grid} />
      </Section>
      <Jobs page={page} site={site} />
      <Said page={page} site={site} mayExtend={mayExtend} />
    </div>
  );
}

/** The grade, and the counts that it comes from. */
function Believed({ page: { known, share } }: { readonly page: KnownFailurePage }) {
  return (
    <Section title="How far it is believed" aside={GRADE_WORDS[known.grade]}>
      <p className="pt-2">
        <span className="mono">{known.for}</span> {known.for === 1 ? "job speaks" : "jobs speak"} for it,{" "}
        <span className="mono">{known.against}</span> against: vehicles that passed its check or came through its
        odometer without it
        {reported(known.details.reports, "prevention-failed").count > 0 &&
          ", and people who say that the prevention failed"}
        .
      </p>
      {share && (
        <p>
          <span className="mono">{known.failed}</span> of <span className="mono">{known.vehicles}</span> such vehicles
          here had it: {percentText(share.low)} to {percentText(share.high)} of them fail, as far as so few can say.
        </p>
      )}
      {known.contradicted && (
        <p className="font-semibold text-brick">
          Contradicted: none of our vehicles had it, and {known.against} came through without it.
        </p>
      )}
    </Section>
  );
}

function HowToTell({ page: { known, check } }: { readonly page: KnownFailurePage }) {
  const { mark, lookAlikes } = known.details;
  return (
    <Section title="How to tell in minutes">
      <div className="flex flex-col gap-2 pt-2">
        {check ? (
          <p>
            <Link href={`/procedures/${check.key}`} className="font-medium underline">
              {check.title}
            </Link>{" "}
            <span className="mono">{minutesText(check.minutes)}</span>
          </p>
        ) : (
          <p className="text-ink-soft">No test is named that confirms it.</p>
        )}
        {mark && (
          <p>
            Improved part, known by: <span className="font-medium">{mark}</span>. Where it is seen, look elsewhere.
          </p>
        )}
        {lookAlikes.map((each) => (
          <LookAlikeLine key={each.otherName + each.question} each={each} />
        ))}
      </div>
    </Section>
  );
}

function LookAlikeLine({ each: { other, otherName, question, procedure } }: { readonly each: LookAlike }) {
  return (
    <p>
      Not to be confused with{" "}
      {other ? (
        <Link href={`/known-failures/${other}`} className="underline">
          {otherName}
        </Link>
      ) : (
        <span className="font-medium">{otherName}</span>
      )}
      : {question}
      {procedure && (
        <Link href={`/procedures/${procedure}`} className="ml-2 underline">
          the test that tells them apart
        </Link>
      )}
    </p>
  );
}

function BulletinSection({ page: { known }, site }: { readonly page: KnownFailurePage; readonly site: Site }) {
  const { bulletin } = known.details;
  if (!bulletin) return null;
  const { kind, reference, pays, until, vins, built } = bulletin;
  return (
    <Section title={BULLETIN_WORDS[kind]} aside={reference}>
      <p className="pt-2">
        {pays && `Pays: ${pays}. `}
        {kind === "bulletin"
          ? ""
          : until
            ? `Until ${dateText(new Date(`${until}T12:00:00Z`), site.timeZone)}. `
            : "Without end. "}
        {vins && (
          <span>
            VIN <span className="mono">{vins[0]}</span> to <span className="mono">{vins[1]}</span>.{" "}
          </span>
        )}
        {built && (
          <span>
            Built <span className="mono">{built[0]}</span> to <span className="mono">{built[1]}</span>.{" "}
          </span>
        )}
        {kind !== "bulletin" && "The gate and the job say whether a vehicle is covered, before work on it is paid for."}
      </p>
    </Section>
  );
}

function Repairs({ page: { known, held, told }, site }: { readonly page: KnownFailurePage; readonly site: Site }) {
  const { repairs, fits } = known.details;
  if (!repairs.length && !held.length && !fits.length) return null;
  return (
    <Section title="Repairs" aside="as told, and as the jobs here show">
      <ul>
        {repairs.map(({ title, outcome, component, note }) => (
          <li key={title} className="flex flex-wrap gap-x-4 border-b border-rule py-2">
            <span className="font-medium">{title}</span>
            <span className={outcome === "in-vain" ? "text-brick" : ""}>{OUTCOME_WORDS[outcome]}</span>
            {note && <span className="text-sm text-ink-soft">{note}</span>}
            <ToldRecord of={told.find((each) => each.component === component)} />
          </li>
        ))}
        {held.map((each) => (
          <li key={each.source} className="flex flex-wrap gap-x-4 border-b border-rule py-2">
            <span className="font-medium">{upperFirst(each.source)}</span>
            <span>
              <span className="mono">{each.failedAgain}</span> of <span className="mono">{each.fitted}</span> failed
              again ({percentText(each.failedAgainShare.low)} to {percentText(each.failedAgainShare.high)})
            </span>
            <span className="text-sm text-ink-soft">
              watched for {odometerText(each.watchedKm, site.unitSystem)} in all
              {each.medianKm !== null && `; half had failed again by ${odometerText(each.medianKm, site.unitSystem)}`}
            </span>
          </li>
        ))}
        {fits.map(({ partNumber, from }) => (
          <li key={partNumber} className="border-b border-rule py-2 text-sm">
            Fits as well: <span className="mono">{partNumber}</span> {from && `(${from})`}
          </li>
        ))}
      </ul>
    </Section>
  );
}

/** What the jobs here say of a repair that is told. */
function ToldRecord({ of }: { readonly of: KnownFailurePage["told"][number] | undefined }) {
  if (!of) return null;
  return (
    <span className="text-sm">
      here: helped <span className="mono">{of.helped}</span> of <span className="mono">{of.fitted}</span>
      {of.cameBack > 0 && (
        <>
          , <span className="mono">{of.cameBack}</span> came back
        </>
      )}
    </span>
  );
}

function Jobs({ page: { jobs }, site }: { readonly page: KnownFailurePage; readonly site: Site }) {
  return (
    <Section title="Jobs that speak for it" aside={jobs.length === 1 ? "1 job" : `${jobs.length} jobs`}>
      {jobs.length === 0 && <Empty>None here yet.</Empty>}
      <ul>
        {jobs.map(({ id, number, vehicle, odometerKm, closedAt, rung, cameBack }) => (
          <li key={id} className="border-b border-rule">
            <Link
              href={`/jobs/${id}`}
              prefetch={false}
              className="grid min-h-11 items-center gap-x-4 py-1.5 hover:bg-paper-2 sm:grid-cols-[4rem_1fr_8rem_8rem_8rem]"
            >
              <span className="mono text-sm text-ink-soft">{number}</span>
              <span>{vehicle}</span>
              <span className="mono text-sm">{odometerText(odometerKm, site.unitSystem)}</span>
              <span className="text-sm text-ink-soft">{dateText(closedAt, site.timeZone)}</span>
              <span className={cameBack ? "text-sm text-brick" : "text-sm"}>
                {cameBack ? "came back" : `rung ${rung}`}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </Section>
  );
}

interface SaidProps {
  readonly page: KnownFailurePage;
  readonly site: Site;
  readonly mayExtend: boolean;
}

/** Notes with their author and date, and what people report who are no jobs here. */
function Said({ page: { known }, site, mayExtend }: SaidProps) {
  const { notes, reports } = known.details;
  const when = (at: string) => dateText(new Date(at), site.timeZone);
  return (
    <Section title="Said of it" aside="little weight, and a source each">
      <p className="pt-2 text-sm">
        {REPORT_SAYS.flatMap((says) => {
          const { count, of } = reported(reports, says);
          return of ? `${upperFirst(SAYS_WORDS[says])}: ${count} of ${of}` : [];
        }).join("; ")}
      </p>
      <ul>
        {reports.map((report) => (
          <li key={report.at + report.says} className="border-b border-rule py-2">
            {upperFirst(SOURCE_WORDS[report.source])}: {SAYS_WORDS[report.says]}
            {report.of > 1 && ` (${report.count} of ${report.of})`}
            {report.text && `. ${report.text}`}
            <span className="block text-sm text-ink-soft">
              {report.by}, {when(report.at)}
            </span>
          </li>
        ))}
        {notes.map((note) => (
          <li key={note.at + note.text} className="border-b border-rule py-2">
            {note.text}
            <span className="block text-sm text-ink-soft">
              {note.by}, {when(note.at)}
            </span>
          </li>
        ))}
      </ul>
      {mayExtend && (
        <div className="flex flex-col gap-2 pt-2 print:hidden">
          <NoteForm knownKey={known.key} />
          <ReportForm knownKey={known.key} />
        </div>
      )}
    </Section>
  );
}
