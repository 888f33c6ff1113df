import type { Metadata } from "next";
import { ProcedureList } from "@/features/procedures/procedure-list";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { searchText } from "@/server/search-text";
import { listProcedures } from "@/server/views/procedures";

export const metadata: Metadata = { title: "Procedures" };

export default async function ProceduresPage({ searchParams }: PageProps<"/procedures">) {
  const { actor } = await requireActor("shop.read");
  const { search } = await searchParams;
  const wanted = searchText(search);
  return <ProcedureList search={wanted} rows={await listProcedures(wanted)} mayRecord={may(actor, "job.record")} />;
}
