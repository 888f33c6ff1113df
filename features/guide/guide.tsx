import type { GuideEntry, GuidePage } from "@/server/views/guide";
import { Link } from "@/ui/link";

/** What a newcomer asks, a page each. */
export function GuideIndex({ entries }: { readonly entries: readonly GuideEntry[] }) {
  return (
    <div className="mx-auto flex max-w-3xl flex-col gap-4 px-4 py-5 sm:px-6">
      <div>
        <h1 className="text-xl">Guide</h1>
        <p className="text-ink-soft">A page for each thing that a newcomer asks.</p>
      </div>
      <ol>
        {entries.map(({ key, title }) => (
          <li key={key} className="border-b border-rule">
            <Link href={`/guide/${key}`} className="flex min-h-11 items-center font-medium hover:bg-paper-2">
              {title}
            </Link>
          </li>
        ))}
      </ol>
    </div>
  );
}

const TEXT =
  "flex flex-col gap-3 [&_a]:underline [&_code]:mono [&_em]:font-semibold [&_em]:not-italic [&_img]:w-full [&_img]:border [&_img]:border-rule-strong [&_li]:mb-1.5 [&_ol]:list-decimal [&_ol]:pl-6 [&_ul]:list-disc [&_ul]:pl-6";

/** One page of the guide. Its text is ours, and ships with the application. */
export function GuideText({ page: { title, html, next } }: { readonly page: GuidePage }) {
  return (
    <div className="mx-auto flex max-w-3xl flex-col gap-4 px-4 py-5 sm:px-6">
      <div>
        <Link href="/guide" className="inline-flex min-h-11 items-center text-sm underline">
          Guide
        </Link>
        <h1 className="text-xl">{title}</h1>
      </div>
      <div className={TEXT} dangerouslySetInnerHTML={{ __html: html }} />
      {next && (
        <Link href={`/guide/${next.key}`} className="inline-flex min-h-11 items-center font-medium underline">
          Next: {next.title}
        </Link>
      )}
    </div>
  );
}
