import type { Metadata } from "next";
import { ModuleList } from "@/features/modules/module-list";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { listModules } from "@/server/db/modules";
import { pool } from "@/server/db/pool";

export const metadata: Metadata = { title: "Modules" };

export default async function ModulesPage() {
  const { actor } = await requireActor("shop.read");
  return <ModuleList modules={await listModules(pool())} mayEdit={may(actor, "book.edit")} />;
}
