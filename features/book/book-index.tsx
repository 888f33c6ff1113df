import type { Right } from "@/server/auth/rights";
import type { BookCounts } from "@/server/db/book-counts";
import { GeneralPractice } from "./general-practice";
import { Link } from "@/ui/link";

interface BookIndexProps {
  readonly counts: BookCounts;
  readonly rights: readonly Right[];
}

/** What the shop knows beside its jobs. */
export function BookIndex({ counts, rights }: BookIndexProps) {
  const parts = [
    {
      href: "/known-failures",
      title: "Known failures",
      words: "What models are known for, how far it is to be believed, and what the jobs propose.",
      count: counts.patterns,
    },
    {
      href: "/procedures",
      title: "Procedures",
      words: "Every test the book knows: what it takes, what is wanted, what its outcomes mean.",
      count: counts.procedures,
    },
    {
      href: "/repairs",
      title: "Repairs",
      words: "What repairs take, the ways to go about them, what goes with them.",
      count: counts.repairs,
    },
    {
      href: "/codes",
      title: "Fault codes",
      words: "What codes mean on each make, and which belong together.",
      count: counts.codes + counts.codeGroups,
    },
    {
      href: "/modules",
      title: "Modules",
      words: "What the shop calls control modules, and what scan tools call them.",
      count: counts.modules,
    },
    {
      href: "/designed",
      title: "Works as designed",
      words: "What looks like a fault and is none, and what to tell the customer.",
      count: counts.designed,
    },
    {
      href: "/words",
      title: "Words",
      words: "Symptoms, conditions, components and failures, with their other names.",
      count: counts.words,
    },
    {
      href: "/catalogue",
      title: "Models and engines",
      words: "How makes, models, engines and transmissions are written; doubles made one.",
      count: counts.names,
    },
    {
      href: "/instruments",
      title: "Meters",
      words: "How exact the shop’s instruments are, and until when they are believed.",
      count: counts.instruments,
    },
    ...(rights.includes("book.edit")
      ? [
          {
            href: "/makers",
            title: "Maker codes",
            words: "Which make the first three characters of a VIN stand for.",
            count: counts.makers,
          },
          {
            href: "/casebook",
            title: "Casebook",
            words: "Everything in one open file, out and in.",
            count: null,
          },
        ]
      : []),
  ];
  return (
    <div className="flex max-w-3xl flex-col gap-5">
      <ul className="border-t border-rule">
        {parts.map(({ href, title, words, count }) => (
          <li key={href} className="border-b border-rule">
            <Link href={href} className="flex min-h-16 items-center gap-4 py-2 hover:bg-paper-2">
              <span className="grow">
                <span className="font-head text-lg font-semibold">{title}</span>
                <span className="block text-ink-soft">{words}</span>
              </span>
              <span className="mono text-right">{count}</span>
            </Link>
          </li>
        ))}
      </ul>
      {rights.includes("book.edit") && <GeneralPractice procedures={counts.general} />}
    </div>
  );
}
