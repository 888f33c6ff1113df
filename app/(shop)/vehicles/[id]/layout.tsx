import { notFound } from "next/navigation";
import { asVehicleId } from "@/core/ids";
import { requireActor } from "@/server/auth/page";
import { pool } from "@/server/db/pool";
import { maybeVehicle } from "@/server/db/vehicles";

/** Before anything of the page is sent: what is not there is a 404. */
export default async function VehicleLayout({ params, children }: LayoutProps<"/vehicles/[id]">) {
  const { site } = await requireActor("shop.read");
  const id = asVehicleId((await params).id);
  if (!id || !(await maybeVehicle(pool(), site.id, id))) notFound();
  return children;
}
