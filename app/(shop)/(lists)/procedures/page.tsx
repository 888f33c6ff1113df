import type { Metadata } from "next";
import { ProcedureList } from "@/features/procedures/procedure-list";
import { may } from "@/server/auth/rights";
import { requireActor } from "@/server/auth/page";
import { listProcedures } from "@/server/views/procedures";

export const metadata: Metadata = { title: "Procedures" };

export default async function ProceduresPage() {
  const { actor } = await requireActor("shop.read");
  return <ProcedureList rows={await listProcedures()} mayRecord={may(actor, "job.record")} />;
}
