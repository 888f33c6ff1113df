import { vehicleName } from "@/core/vehicle";
import { dateText, minutesText } from "@/features/shared/format";
import { TriedInVain } from "@/features/shared/tried-in-vain";
import type { AskAnswer, AskedCause, AskedJob } from "@/server/views/ask/ask";
import { Empty, Section } from "@/ui/section";
import { codeHref, componentHref, engineHref, modelHref } from "@/features/shared/book-hrefs";
import { AskChips, askHref } from "./ask-chips";
import { Link } from "@/ui/link";

interface AskAnswerProps {
  readonly question: string;
  readonly answer: AskAnswer;
  readonly timeZone: string;
}

/** What the shop knows of a question. */
export function AskAnswerView({ question, answer, timeZone }: AskAnswerProps) {
  const { understood, rest, patterns, procedures, codes, jobs, causes } = answer;
  const isNothing = ![patterns, procedures, codes, jobs, causes, answer.suspects].some(({ length }) => length > 0);
  return (
    <div className="flex flex-col gap-6">
      <AskChips question={question} understood={understood} rest={rest} />
      <Pages understood={understood} />
      {isNothing && (
        <Empty>
          The book has nothing on that yet. Try fewer words, or what it does and when: “{EXAMPLE}”. What is closed with
          its cause is found here from then on.
        </Empty>
      )}
      {codes.length > 0 && <Codes codes={codes} />}
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[1.3fr_1fr]">
        <div className="flex min-w-0 flex-col gap-6">
          <Causes answer={answer} />
          {jobs.length > 0 && <Jobs jobs={jobs} timeZone={timeZone} />}
        </div>
        <div className="flex min-w-0 flex-col gap-6">
          {patterns.length > 0 && (
            <Section title="Known failures">
              <ul>
                {patterns.map(({ key, title }) => (
                  <li key={key} className="border-b border-rule">
                    <Link href={`/known-failures/${key}`} className="flex min-h-11 items-center hover:bg-paper-2">
                      {title}
                    </Link>
                  </li>
                ))}
              </ul>
            </Section>
          )}
          <TriedInVain deadEnds={answer.deadEnds} />
          {procedures.length > 0 && (
            <Section title="Procedures">
              <ul>
                {procedures.map(({ key, title }) => (
                  <li key={key} className="border-b border-rule">
                    <Link href={`/procedures/${key}`} className="flex min-h-11 items-center hover:bg-paper-2">
                      {title}
                    </Link>
                  </li>
                ))}
              </ul>
            </Section>
          )}
        </div>
      </div>
    </div>
  );
}

/** What was asked for by its name has a page of its own. */
function Pages({ understood }: Pick<AskAnswer, "understood">) {
  const make = understood.find(({ kind }) => kind === "make")?.key ?? "";
  const pages = understood.flatMap(({ kind, key, name: label, owner }) => {
    if (kind === "component") return { href: componentHref(key), label };
    if (kind === "engine") return { href: engineHref(label), label: `engine ${label}` };
    if (kind === "model") return { href: modelHref(owner || make, label), label: `${owner || make} ${label}` };
    return [];
  });
  if (!pages.length) return null;
  return (
    <p className="flex flex-wrap gap-x-5">
      {pages.map(({ href, label }) => (
        <Link key={href} href={href} className="inline-flex min-h-11 items-center font-medium underline">
          All of {label}
        </Link>
      ))}
    </p>
  );
}

const EXAMPLE = "low power uphill P0299";

function Codes({ codes }: Pick<AskAnswer, "codes">) {
  return (
    <ul aria-label="Codes">
      {codes.map(({ code, meaning }) => (
        <li key={code} className="flex min-h-8 items-center gap-3 border-b border-rule">
          <Link href={codeHref(code)} className="mono inline-flex min-h-11 items-center underline">
            {code}
          </Link>
          <span>{meaning || "No generic text."}</span>
        </li>
      ))}
    </ul>
  );
}

function Causes({ answer: { causes, suspects, found, counted, hasAll } }: { readonly answer: AskAnswer }) {
  const percent = (p: number) => `${Math.round(p * 100)} %`;
  if (causes.length === 0 && suspects.length > 0)
    return (
      <Section title="Likely causes" aside="no closed job like it yet">
        <ul>
          {suspects.map(({ component, failure, name, probability }) => (
            <li key={component + failure} className="flex min-h-8 items-center justify-between border-b border-rule">
              <span className="font-medium">{name}</span>
              <span className="mono text-sm">{percent(probability)}</span>
            </li>
          ))}
        </ul>
      </Section>
    );
  if (!causes.length) return null;
  const jobs = found === 1 ? "1 job" : `${found} jobs`;
  return (
    <Section
      title="What it was"
      aside={`${jobs} with ${hasAll ? "all" : "most"} of it${counted < found ? `, the latest ${counted} counted` : ""}`}
    >
      <ul>
        {causes.map((cause) => (
          <Cause key={cause.component + cause.failure} cause={cause} />
        ))}
      </ul>
    </Section>
  );
}

function Cause({ cause: { name, jobs, share, medianMinutes, settled, probability } }: { readonly cause: AskedCause }) {
  return (
    <li className="border-b border-rule py-2">
      <span className="flex items-baseline justify-between gap-3">
        <Link href={askHref(name.replace(":", ""))} className="font-medium hover:underline">
          {name}
        </Link>
        <span className="mono shrink-0 text-sm">
          {jobs === 1 ? "1 job" : `${jobs} jobs`} · {Math.round(share * 100)} %
        </span>
      </span>
      <span className="block text-sm text-ink-soft">
        {minutesText(medianMinutes)} to the end, as a rule
        {probability !== null && `; ${Math.round(probability * 100)} in 100 on what was told`}
      </span>
      {settled.length > 0 && <span className="block text-sm">Settled by: {settled.join("; ")}</span>}
    </li>
  );
}

function Jobs({ jobs, timeZone }: { readonly jobs: readonly AskedJob[]; readonly timeZone: string }) {
  return (
    <Section title="Jobs">
      <ul>
        {jobs.map((job) => (
          <li key={job.id} className="border-b border-rule">
            {/* Another site's record stays there. */}
            {job.elsewhere ? (
              <div className="py-2">
                <JobTold job={job} timeZone={timeZone} />
              </div>
            ) : (
              <Link href={`/jobs/${job.id}`} className="block py-2 hover:bg-paper-2">
                <JobTold job={job} timeZone={timeZone} />
              </Link>
            )}
          </li>
        ))}
      </ul>
    </Section>
  );
}

function JobTold({ job, timeZone }: { readonly job: AskedJob; readonly timeZone: string }) {
  const { number, vehicle, plate, outcome, because, closedAt, minutes, cameBack, complaint, elsewhere } = job;
  return (
    <>
      <span className="flex justify-between gap-3">
        <span className="font-medium">
          {outcome}
          {cameBack && <span className="text-brick">, came back</span>}
        </span>
        <span className="mono shrink-0 text-sm">{minutesText(minutes)}</span>
      </span>
      <span className="block text-sm">
        {vehicleName(vehicle)} {plate && <span className="mono">{plate}</span>}
      </span>
      {complaint && <span className="line-clamp-1 text-sm text-ink-soft">“{complaint}”</span>}
      <span className="block text-sm text-ink-soft">
        {elsewhere ?? `Job ${number}`}, {dateText(closedAt, timeZone)}
        {because.length > 0 && `: ${because.join(", ")}`}
      </span>
    </>
  );
}
