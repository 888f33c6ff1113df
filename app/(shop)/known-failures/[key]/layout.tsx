import { notFound } from "next/navigation";
import { requireActor } from "@/server/auth/page";
import { patternExists } from "@/server/db/known-failures";
import { pool } from "@/server/db/pool";

/** Before anything of the page is sent: what is not there is a 404. */
export default async function KnownFailureLayout({ params, children }: LayoutProps<"/known-failures/[key]">) {
  await requireActor("shop.read");
  if (!(await patternExists(pool(), (await params).key))) notFound();
  return children;
}
