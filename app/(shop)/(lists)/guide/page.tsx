import type { Metadata } from "next";
import { GuideIndex } from "@/features/guide/guide";
import { requireActor } from "@/server/auth/page";
import { guideEntries } from "@/server/views/guide";

export const metadata: Metadata = { title: "Guide" };

export default async function GuideIndexPage() {
  await requireActor("shop.read");
  return <GuideIndex entries={await guideEntries()} />;
}
