import { readJson } from "@/server/api/body";
import { commandCall } from "@/server/api/command-call";
import { refuseWith } from "@/server/api/problem";
import { commandIdOf } from "@/server/api/route";
import { refuse } from "@/server/commands/refusal";
import { runCommand } from "@/server/commands/run";

/** Every write of a signed-in person or of a script. The Idempotency-Key is the command's UUID. */
export const POST = commandCall(async (command, { request, actor, now }) => {
  const body = await readJson(request);
  if (!body.ok) return refuseWith(body.problem);
  const result = await runCommand(command, { id: commandIdOf(request), actor, input: body.value, now });
  return result.ok ? result.answer : refuse(result.refusal);
});
