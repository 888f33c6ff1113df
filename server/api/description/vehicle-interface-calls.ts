import "server-only";
import { pluggedInput } from "@/server/api/plugged-vehicle";
import type { DescribedCall } from "./call";
import { ref } from "./schema";

/** The calls that speak with a vehicle through the interface. */
export const VEHICLE_INTERFACE_CALLS: readonly DescribedCall[] = [
  {
    method: "get",
    path: "/api/v1/vehicle-interface",
    summary: "The vehicles that are plugged in",
    right: "job.record",
    answer: ref("pluggedVehicles"),
  },
  {
    method: "post",
    path: "/api/v1/vehicle-interface/read",
    summary: "Reads a plugged vehicle: one line of JSON for each module, as it answers. Nothing is stored",
    right: "job.record",
    body: pluggedInput,
    answer: "application/x-ndjson",
    errors: [404],
  },
  {
    method: "post",
    path: "/api/v1/vehicle-interface/clear",
    summary: "Clears the codes of a plugged vehicle, unless it is another than the job's",
    right: "job.record",
    body: pluggedInput,
    answer: { type: "object" },
    errors: [404, 409],
  },
  {
    method: "post",
    path: "/api/v1/vehicle-interface/live",
    summary: "Up to two values that the engine sees at this moment",
    right: "job.record",
    body: pluggedInput,
    answer: { type: "object" },
    errors: [404, 409],
  },
  {
    method: "post",
    path: "/api/v1/vehicle-interface/act",
    summary: "Turns the key of a simulated vehicle, runs, drives or repairs it",
    right: "job.record",
    body: pluggedInput,
    answer: { type: "object" },
    errors: [404, 409],
  },
];
