import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { KnownFailureEditor } from "@/features/known-failures/editor";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { findKnownFailure } from "@/server/db/known-failures";
import { pool } from "@/server/db/pool";
import { loadEditorChoices } from "@/server/views/known-failure-editor";

export const metadata: Metadata = { title: "Change a known failure" };

export default async function EditKnownFailurePage({ params }: PageProps<"/known-failures/[key]/edit">) {
  const { actor, site } = await requireActor("book.extend");
  const known = await findKnownFailure(pool(), (await params).key);
  if (!known) notFound();
  return (
    <KnownFailureEditor
      start={known}
      choices={await loadEditorChoices(known.key)}
      site={site}
      isLead={may(actor, "book.edit")}
    />
  );
}
