import { readJson } from "@/server/api/body";
import { problemOfRefusal, problemResponse } from "@/server/api/problem";
import { checkAccess, commandIdOf, guarded, json } from "@/server/api/route";
import { findCommandByName } from "@/server/commands/registry";
import { runCommand } from "@/server/commands/run";

/** Every write of a signed-in person or of a script. The Idempotency-Key is the command's UUID. */
export async function POST(
  request: Request,
  { params }: RouteContext<"/api/v1/commands/[command]">,
): Promise<Response> {
  return guarded(async () => {
    const now = new Date();
    const command = findCommandByName((await params).command);
    const access = await checkAccess(request, command?.right ?? "shop.read", now);
    if (!access.ok) return problemResponse(access.problem);
    if (!command) return problemResponse(problemOfRefusal({ code: "not-found", what: "command" }));
    const body = await readJson(request);
    if (!body.ok) return problemResponse(body.problem);
    const id = commandIdOf(request);
    if (!id.ok) return problemResponse(id.problem);
    const result = await runCommand(command, { id: id.id, actor: access.actor, input: body.value, now });
    return result.ok ? json(result.answer) : problemResponse(problemOfRefusal(result.refusal));
  });
}
