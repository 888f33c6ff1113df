import { notFound } from "next/navigation";
import { RepairEditor } from "@/features/repairs/repair-editor";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { loadRepairPage } from "@/server/views/repairs";

export default async function RepairPage({ params }: PageProps<"/repairs/[component]/[failure]">) {
  const { actor, site } = await requireActor("shop.read");
  const view = await loadRepairPage(await params);
  if (!view) notFound();
  return (
    <>
      <title>{`${view.name} · Dead Ends`}</title>
      <RepairEditor view={view} currency={site.currency} units={site.unitSystem} mayWrite={may(actor, "book.extend")} />
    </>
  );
}
