import { notFound } from "next/navigation";
import { asVehicleId } from "@/core/ids";
import { vehicleName } from "@/core/vehicle";
import { VehiclePage } from "@/features/vehicle/vehicle-page";
import { requireActor } from "@/server/auth/page";
import { loadVehicleHistory } from "@/server/views/vehicle-history";

export default async function VehicleHistoryPage({ params }: PageProps<"/vehicles/[id]">) {
  const { site } = await requireActor("shop.read");
  const id = asVehicleId((await params).id);
  const history = id && (await loadVehicleHistory(site, id));
  if (!history) notFound();
  return (
    <>
      <title>{`${vehicleName(history.vehicle)} · Dead Ends`}</title>
      <VehiclePage history={history} site={site} />
    </>
  );
}
