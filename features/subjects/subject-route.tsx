import { notFound } from "next/navigation";
import { requireActor } from "@/server/auth/page";
import type { SubjectKind } from "@/server/db/subjects";
import { loadSubject } from "@/server/views/subject";
import { SubjectPageView } from "./subject-page";

interface SubjectRouteProps {
  readonly kind: SubjectKind;
  /** As they stand in the address. */
  readonly of: string;
  readonly name: string;
}

/** A page of the book's things: signed in, loaded, or not there. */
export async function SubjectRoute({ kind, of, name }: SubjectRouteProps) {
  const { site } = await requireActor("shop.read");
  const page = await loadSubject(site, { kind, of: decoded(of), name: decoded(name) });
  if (!page) notFound();
  return (
    <>
      <title>{`${page.title} · Dead Ends`}</title>
      <SubjectPageView page={page} site={site} />
    </>
  );
}

function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
