import { notFound } from "next/navigation";
import { requireActor } from "@/server/auth/page";
import { loadProcedure } from "@/server/views/procedures";

/** Before anything of the page is sent: what is not there is a 404. */
export default async function ProcedureLayout({ params, children }: LayoutProps<"/procedures/[key]">) {
  await requireActor("shop.read");
  if (!(await loadProcedure((await params).key))) notFound();
  return children;
}
