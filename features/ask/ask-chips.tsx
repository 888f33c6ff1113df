import { ChevronDown } from "lucide-react";
import { exhaustive } from "@/core/exhaustive";
import type { Named, Understood, UnderstoodKind } from "@/core/search";
import { Link } from "@/ui/link";

/** The address of a question. */
export const askHref = (question: string) => `/book?q=${encodeURIComponent(question)}`;

interface AskChipsProps {
  readonly question: string;
  readonly understood: readonly Understood[];
  readonly rest: readonly string[];
}

/** What each piece of the question was taken for; another meaning, or none, is a tap away. */
export function AskChips({ question, understood, rest }: AskChipsProps) {
  if (!understood.length && !rest.length) return null;
  return (
    <div className="flex flex-wrap items-start gap-2" aria-label="Understood as" role="group">
      {understood.map((each) => (
        <Chip key={`${each.kind} ${each.key} ${each.text}`} question={question} each={each} />
      ))}
      {rest.length > 0 && (
        <p className="inline-flex min-h-11 items-center text-sm text-ink-soft">
          {rest.map((word) => `“${word}”`).join(", ")}: only looked for in what customers said
        </p>
      )}
    </div>
  );
}

function Chip({ question, each }: { readonly question: string; readonly each: Understood }) {
  const { kind, name, text, others } = each;
  return (
    <details className="border border-rule-strong">
      <summary className="flex min-h-11 cursor-pointer items-center gap-2 px-3">
        <span className="text-sm text-ink-soft">{kindWord(kind)}</span>
        <span className="font-medium">{name}</span>
        <ChevronDown aria-hidden className="size-4" />
      </summary>
      <ul className="border-t border-rule">
        {others.map((other) => (
          <li key={`${other.kind} ${other.key}`}>
            <Choice href={askHref(instead(question, text, other))}>
              {kindWord(other.kind)}: {other.name}
            </Choice>
          </li>
        ))}
        <li>
          <Choice href={askHref(instead(question, text, null))}>Leave “{text}” out</Choice>
        </li>
      </ul>
    </details>
  );
}

function Choice({ href, children }: { readonly href: string; readonly children: React.ReactNode }) {
  return (
    <Link href={href} className="flex min-h-11 items-center px-3 hover:bg-paper-2">
      {children}
    </Link>
  );
}

/** The question with another name in place of what was typed for it. */
function instead(question: string, text: string, other: Named | null): string {
  const words = text.split(" ").map((word) => word.toLowerCase());
  const kept: string[] = [];
  let put = other === null;
  for (const piece of question.split(/\s+/)) {
    if (!words.includes(piece.toLowerCase().replace(/[,;!?"“”()]+/g, ""))) kept.push(piece);
    else if (other && !put) {
      kept.push(other.name);
      put = true;
    }
  }
  return kept.join(" ");
}

function kindWord(kind: UnderstoodKind): string {
  switch (kind) {
    case "make":
    case "model":
    case "engine":
    case "transmission":
    case "year":
    case "symptom":
    case "code":
    case "plate":
      return kind.charAt(0).toUpperCase() + kind.slice(1);
    case "condition":
      return "When";
    case "component":
      return "Part";
    case "failure":
      return "How it fails";
    case "part-number":
      return "Part number";
    default:
      return exhaustive(kind, "kindWord");
  }
}
