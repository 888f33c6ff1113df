import { notFound } from "next/navigation";
import { asVehicleId } from "@/core/ids";
import { vehicleName } from "@/core/vehicle";
import { VehiclePage } from "@/features/vehicle/vehicle-page";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { modelChoices } from "@/server/db/catalogue";
import { pool } from "@/server/db/pool";
import { loadVehicleHistory } from "@/server/views/vehicle-history";

export default async function VehicleHistoryPage({ params }: PageProps<"/vehicles/[id]">) {
  const { actor, site } = await requireActor("shop.read");
  const id = asVehicleId((await params).id);
  const history = id && (await loadVehicleHistory(site, id));
  if (!history) notFound();
  const models = may(actor, "job.open") ? await modelChoices(pool()) : null;
  return (
    <>
      <title>{`${vehicleName(history.vehicle)} · Dead Ends`}</title>
      <VehiclePage history={history} site={site} models={models} />
    </>
  );
}
