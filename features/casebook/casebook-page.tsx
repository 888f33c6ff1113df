import { Section } from "@/ui/section";
import type { BackupStanding } from "@/server/backup/standing";
import { Backups } from "./backups";
import { GiveOut } from "./give-out";
import { LongWork } from "./long-work";
import { OtherShops } from "./other-shops";
import { TakeIn } from "./take-in";
import type { WorkAnswer } from "@/server/api/long-work";
import type { OtherShopLine } from "@/server/db/other-shops";

const QUIET = "inline-flex min-h-11 items-center font-medium underline decoration-rule-strong underline-offset-4";

interface CasebookProps {
  /** Whether so many jobs are here that the casebook's file is made beside other work. */
  readonly isLarge: boolean;
  readonly backups: BackupStanding;
  readonly shops: readonly OtherShopLine[];
  /** Long work under way, and what ended lately. */
  readonly works: readonly WorkAnswer[];
  readonly timeZone: string;
}

/** Everything the shop knows, in the open format: out to a file, in from a script or another garage, and what others' casebooks count here. */
export function CasebookPage({ isLarge, backups, shops, works, timeZone }: CasebookProps) {
  return (
    <LongWork first={works}>
      <div className="mx-auto flex max-w-3xl flex-col gap-7 px-4 py-5 sm:px-6">
        <div>
          <h1 className="text-xl">Casebook</h1>
          <p className="text-ink-soft">
            Words, procedures, repairs, known failures and jobs in one open file: for another garage, a script, or a
            spreadsheet.
          </p>
        </div>
        <Section title="Out">
          <div className="pt-3">
            <GiveOut isLarge={isLarge} timeZone={timeZone} />
          </div>
          <p className="pt-3">
            For another shop, VINs and customers’ words are left out, and who said what. In all other text, plates,
            VINs, people’s names, telephone numbers and mail addresses are blanked out. What came from other shops stays
            here.
          </p>
          <p className="flex flex-wrap items-center gap-x-4 pt-1">
            For a spreadsheet:
            {["jobs", "tests", "parts"].map((name) => (
              <a key={name} className={QUIET} href={`/api/v1/casebook/tables/${name}.csv`} download>
                {name}.csv
              </a>
            ))}
          </p>
        </Section>
        <Section title="In">
          <TakeIn timeZone={timeZone} />
        </Section>
        <Section title="From other shops" aside="never louder than our own jobs">
          <p className="pt-3">
            Their jobs move the odds where ours say little, and give way as ours come in: on ground that we know, all of
            theirs together weigh half of ours at most.
          </p>
          <OtherShops shops={shops} timeZone={timeZone} />
        </Section>
        <Section title="Backup" aside="everything: jobs, pictures, people">
          <div className="pt-3">
            <Backups standing={backups} timeZone={timeZone} />
          </div>
        </Section>
      </div>
    </LongWork>
  );
}
