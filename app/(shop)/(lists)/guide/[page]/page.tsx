import { notFound } from "next/navigation";
import { GuideText } from "@/features/guide/guide";
import { requireActor } from "@/server/auth/page";
import { guidePage } from "@/server/views/guide";

export default async function GuideTextPage({ params }: PageProps<"/guide/[page]">) {
  await requireActor("shop.read");
  const page = await guidePage((await params).page);
  if (!page) notFound();
  return (
    <>
      <title>{`${page.title} · Dead Ends`}</title>
      <GuideText page={page} />
    </>
  );
}
