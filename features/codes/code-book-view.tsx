import { codeHref } from "@/features/shared/book-hrefs";
import Form from "next/form";
import type { CodeBook } from "@/server/views/codes";
import { Button, ButtonLink } from "@/ui/button";
import { TextInput } from "@/ui/form";
import { Section } from "@/ui/section";
import { CodeGroups } from "./code-groups";
import { AddCode } from "./add-code";
import { CodeEntries } from "./code-entries";
import { ImportCodes } from "./import-codes";
import { Link } from "@/ui/link";

interface CodeBookViewProps {
  readonly book: CodeBook;
  readonly mayAdd: boolean;
  readonly mayEdit: boolean;
}

/** The code dictionary: what the code itself says, the generic text, and the shop's own entries. */
export function CodeBookView({ book: { search, asked, entries, groups }, mayAdd, mayEdit }: CodeBookViewProps) {
  return (
    <div className="mx-auto flex max-w-4xl flex-col gap-7 px-4 py-5 sm:px-6">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h1 className="text-xl">Fault codes</h1>
        <Form action="/codes" className="flex w-full gap-2 sm:w-auto" role="search">
          <label htmlFor="search" className="sr-only">
            Search fault codes
          </label>
          <TextInput
            id="search"
            name="search"
            defaultValue={search}
            placeholder="P0299, or words"
            className="sm:w-72"
          />
          <Button type="submit">Search</Button>
        </Form>
      </div>
      {asked && (
        <div className="border-l-4 border-ink pl-3">
          <p className="mono text-lg">{asked.code}</p>
          <Link href={codeHref(asked.code)} className="inline-flex min-h-11 items-center underline">
            What it was on jobs here
          </Link>
          <p className="font-medium">{asked.generic ?? "No generic text."}</p>
          <p className="text-sm text-ink-soft">
            {asked.structure}. A code names a circuit or a symptom, not a part to buy.
          </p>
        </div>
      )}
      <Section title="What this shop says" aside={entries.length === 1 ? "1 entry" : `${entries.length} entries`}>
        <CodeEntries
          entries={entries}
          mayEdit={mayEdit}
          empty={
            search
              ? "Nothing of the shop’s own about that."
              : "No entry yet. Add what makers’ codes mean, and what you learnt."
          }
        />
      </Section>
      <CodeGroups groups={groups} mayAdd={mayAdd} mayEdit={mayEdit} />
      {mayAdd && <AddCode code={asked?.code ?? ""} />}
      <Section title="As a file" aside="CSV: code, make, meaning, note">
        <div className="flex flex-wrap items-start gap-3 pt-3">
          <ButtonLink href="/api/v1/codes" download>
            Save as CSV
          </ButtonLink>
          {mayEdit && <ImportCodes />}
        </div>
      </Section>
    </div>
  );
}
