import { notFound } from "next/navigation";
import { ProcedurePage } from "@/features/procedures/procedure-page";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { loadProcedure } from "@/server/views/procedures";

export default async function ProcedureDetailPage({ params }: PageProps<"/procedures/[key]">) {
  const { actor } = await requireActor("shop.read");
  const view = await loadProcedure((await params).key);
  if (!view) notFound();
  return (
    <>
      <title>{`${view.procedure.title} · Dead Ends`}</title>
      <ProcedurePage view={view} mayEdit={may(actor, "book.edit")} />
    </>
  );
}
