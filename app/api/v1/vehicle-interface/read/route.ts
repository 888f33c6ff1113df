import { withPluggedVehicle } from "@/server/api/plugged-vehicle";
import { readVehicle } from "@/server/devices/read-vehicle";
import type { PluggedVehicle, VehicleInterface } from "@/server/devices/vehicle-interface";

/** Reads a plugged vehicle: one line of JSON for each module, as it answers. Nothing is stored. */
export async function POST(request: Request): Promise<Response> {
  return withPluggedVehicle(
    request,
    async (tool, vehicle) =>
      new Response(lines(tool, vehicle), {
        headers: { "content-type": "application/x-ndjson; charset=utf-8", "cache-control": "no-store" },
      }),
  );
}

function lines(tool: VehicleInterface, vehicle: PluggedVehicle): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  const readings = readVehicle(tool, vehicle);
  return new ReadableStream({
    async pull(controller) {
      const { done, value } = await readings.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(`${JSON.stringify(value)}\n`));
    },
    async cancel() {
      await readings.return(undefined);
    },
  });
}
