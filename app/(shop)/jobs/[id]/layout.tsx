import { notFound } from "next/navigation";
import { asJobId } from "@/core/ids";
import { requireActor } from "@/server/auth/page";
import { jobOf } from "@/server/views/job-of";

/** Before anything of the page is sent: what is not there is a 404. */
export default async function JobLayout({ params, children }: LayoutProps<"/jobs/[id]">) {
  const { site } = await requireActor("shop.read");
  const id = asJobId((await params).id);
  if (!id || !(await jobOf(site.id, id))) notFound();
  return children;
}
