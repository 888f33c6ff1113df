import { notFound } from "next/navigation";
import { FailurePage } from "@/features/known-failures/failure-page";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { loadKnownFailurePage } from "@/server/views/known-failure-page";

export default async function KnownFailurePage({ params }: PageProps<"/known-failures/[key]">) {
  const { actor, site } = await requireActor("shop.read");
  const page = await loadKnownFailurePage(site, (await params).key);
  if (!page) notFound();
  return (
    <>
      <title>{`${page.known.title} · Dead Ends`}</title>
      <FailurePage page={page} site={site} mayEdit={may(actor, "book.edit")} mayExtend={may(actor, "book.extend")} />
    </>
  );
}
