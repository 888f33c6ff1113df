import type { Metadata } from "next";
import { asJobId } from "@/core/ids";
import { KnownFailureEditor } from "@/features/known-failures/editor";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { fromJob, loadEditorChoices } from "@/server/views/known-failure-editor";

export const metadata: Metadata = { title: "This model does that" };

export default async function NewKnownFailurePage({ searchParams }: PageProps<"/known-failures/new">) {
  const { actor, site } = await requireActor("book.extend");
  const { job } = await searchParams;
  const id = typeof job === "string" ? asJobId(job) : null;
  return (
    <KnownFailureEditor
      start={(id && (await fromJob(site, id))) ?? {}}
      choices={await loadEditorChoices(null)}
      site={site}
      isLead={may(actor, "book.edit")}
    />
  );
}
