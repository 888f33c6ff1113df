import { notFound } from "next/navigation";
import { requireActor } from "@/server/auth/page";
import { pool } from "@/server/db/pool";
import { readProcedure } from "@/server/db/procedures";

const KEY = /^[a-z0-9][a-z0-9-]{0,79}$/;

/** Before anything of the page is sent: what is not there is a 404. */
export default async function ProcedureLayout({ params, children }: LayoutProps<"/procedures/[key]">) {
  await requireActor("shop.read");
  const { key } = await params;
  if (!KEY.test(key) || !(await readProcedure(pool(), key))) notFound();
  return children;
}
