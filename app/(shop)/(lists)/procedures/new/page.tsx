import type { Metadata } from "next";
import { newProcedureDraft } from "@/features/procedures/editor/procedure-draft";
import { ProcedureEditor } from "@/features/procedures/editor/procedure-editor";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { loadBookWords, loadProcedureStart } from "@/server/views/procedures";

export const metadata: Metadata = { title: "A new procedure" };

export default async function NewProcedurePage({ searchParams }: PageProps<"/procedures/new">) {
  const { actor, site } = await requireActor("job.record");
  const { job, entry } = await searchParams;
  const start = await loadProcedureStart(site, String(job ?? ""), Number(entry ?? 0));
  return (
    <ProcedureEditor
      start={newProcedureDraft(start)}
      of={null}
      mayEdit={may(actor, "book.edit")}
      words={await loadBookWords()}
    />
  );
}
