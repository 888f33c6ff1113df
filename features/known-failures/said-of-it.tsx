import { reported, REPORT_SAYS } from "@/core/known-failures";
import { upperFirst } from "@/core/words";
import { dateText } from "@/features/shared/format";
import type { Site } from "@/server/db/sites";
import type { KnownFailurePage } from "@/server/views/known-failure-page";
import { Section } from "@/ui/section";
import { NoteForm, ReportForm } from "./said-forms";
import { SAYS_WORDS, SOURCE_WORDS } from "./words";

interface SaidProps {
  readonly page: KnownFailurePage;
  readonly site: Site;
  readonly mayExtend: boolean;
}

/** Notes with their author and date, and what people report who are no jobs here. */
export function SaidOfIt({ page: { known }, site, mayExtend }: SaidProps) {
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
