import type { Metadata } from "next";
import { RepairList } from "@/features/repairs/repair-list";
import { requireActor } from "@/server/auth/page";
import { loadRepairLines } from "@/server/views/repairs";

export const metadata: Metadata = { title: "Repairs" };

export default async function RepairsPage() {
  await requireActor("shop.read");
  return <RepairList rows={await loadRepairLines()} />;
}
