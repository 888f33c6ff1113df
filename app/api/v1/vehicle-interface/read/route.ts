import { pluggedVehicleCall } from "@/server/api/plugged-vehicle";
import { piecesOf } from "@/server/api/stream";
import { readVehicle } from "@/server/devices/read-vehicle";

/** Reads a plugged vehicle: one line of JSON for each module, as it answers. Nothing is stored. */
export const POST = pluggedVehicleCall(
  async (tool, vehicle) =>
    new Response(
      piecesOf(readVehicle(tool, vehicle), (reading) => `${JSON.stringify(reading)}\n`),
      { headers: { "content-type": "application/x-ndjson; charset=utf-8", "cache-control": "no-store" } },
    ),
);
