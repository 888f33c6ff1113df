/**
 * A stand-in for the vehicle interface: an HTTP server on loopback that plays the control modules of made-up vehicles.
 *
 *   GET  /vehicles                               [{ id, name, modules, simulated: { repairs } }]
 *   POST /vehicles/ID/modules/MODULE  {request}  { response } in hexadecimal; 504 where nothing comes back, 501 where not readable
 *   POST /vehicles/ID/act  {do} | {repair}       key-on, key-off, run, drive; or a fault's name
 *   POST /reset                                  every vehicle as it was at the start
 */
import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import { SimulatedVehicle, type Act } from "./vehicle";
import { VEHICLES } from "./vehicles";

const ANSWER_MS = 60;
const SILENCE_MS = 400;
const MOST_BYTES = 10_000;
const ACTS: readonly Act[] = ["key-on", "key-off", "run", "drive"];

let vehicles = plugIn();

function plugIn(): ReadonlyMap<string, SimulatedVehicle> {
  return new Map(VEHICLES.map((setup) => [setup.id, new SimulatedVehicle(setup, Date.now)]));
}

const server = createServer((request, response) => {
  handle(request, response).catch(() => reply(response, 400, { error: "bad request" }));
});

async function handle(request: IncomingMessage, response: ServerResponse): Promise<void> {
  const [root, id, what, module] = (request.url ?? "/").split("/").filter(Boolean).map(decodeURIComponent);
  if (request.method === "GET" && root === "vehicles" && !id) return reply(response, 200, list());
  const body = await bodyOf(request);
  if (root === "reset") {
    vehicles = plugIn();
    return reply(response, 200, {});
  }
  const vehicle = root === "vehicles" && id ? vehicles.get(id) : undefined;
  if (!vehicle) return reply(response, 404, { error: "no such vehicle" });
  if (what === "act") return act(vehicle, body, response);
  if (what === "modules" && module) return ask(vehicle, module, String(body.request ?? ""), response);
  reply(response, 404, { error: "no such address" });
}

function list() {
  return [...vehicles.values()].map((vehicle) => ({
    id: vehicle.setup.id,
    name: vehicle.setup.name,
    modules: vehicle.setup.modules.map(({ module }) => module),
    simulated: { repairs: vehicle.faultsLeft() },
  }));
}

function act(vehicle: SimulatedVehicle, body: Record<string, unknown>, response: ServerResponse): void {
  const wanted = ACTS.find((each) => each === body.do);
  if (wanted) vehicle.act(wanted);
  const done = wanted !== undefined || vehicle.repair(String(body.repair ?? ""));
  reply(response, done ? 200 : 422, done ? {} : { error: "nothing that can be done" });
}

async function ask(
  vehicle: SimulatedVehicle,
  module: string,
  request: string,
  response: ServerResponse,
): Promise<void> {
  try {
    const answer = vehicle.answer(module, request);
    await new Promise((done) => setTimeout(done, answer === null ? SILENCE_MS : ANSWER_MS));
    if (answer === null) reply(response, 504, { error: "no answer" });
    else reply(response, 200, { response: answer });
  } catch {
    reply(response, 501, { error: "not readable with this tool" });
  }
}

async function bodyOf(request: IncomingMessage): Promise<Record<string, unknown>> {
  let text = "";
  for await (const piece of request) {
    text += String(piece);
    if (text.length > MOST_BYTES) throw new Error("too long");
  }
  const value: unknown = text ? JSON.parse(text) : {};
  return typeof value === "object" && value !== null ? { ...value } : {};
}

function reply(response: ServerResponse, status: number, body: unknown): void {
  response.writeHead(status, { "content-type": "application/json" }).end(JSON.stringify(body));
}

server.listen(Number(process.env.VEHICLE_INTERFACE_PORT ?? 0), "127.0.0.1");
for (const signal of ["SIGINT", "SIGTERM"] as const) process.on(signal, () => process.exit(0));
