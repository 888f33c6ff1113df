import { notFound } from "next/navigation";
import { procedureDraft } from "@/features/procedures/editor/procedure-draft";
import { ProcedureEditor } from "@/features/procedures/editor/procedure-editor";
import { requireActor } from "@/server/auth/page";
import { loadBookWords, loadProcedure } from "@/server/views/procedures";

export default async function EditProcedurePage({ params }: PageProps<"/procedures/[key]/edit">) {
  await requireActor("book.edit");
  const view = await loadProcedure((await params).key);
  if (!view) notFound();
  const { procedure } = view;
  return (
    <>
      <title>{`${procedure.title} · Dead Ends`}</title>
      <ProcedureEditor start={procedureDraft(procedure)} of={procedure} mayEdit words={await loadBookWords()} />
    </>
  );
}
