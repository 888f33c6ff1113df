import { readJson } from "@/server/api/body";
import { commandCall } from "@/server/api/command-call";
import { answerOfWork, nobodyThere } from "@/server/api/long-work";
import { refuseWith } from "@/server/api/problem";
import { commandIdOf } from "@/server/api/route";
import { refuse } from "@/server/commands/refusal";
import { runCommand } from "@/server/commands/run";
import { queueIfLong } from "@/server/queue/queued-command";
import { workEnded } from "@/server/queue/wait";

/** Every write of a signed-in person or of a script. The Idempotency-Key is the command's UUID. */
export const POST = commandCall(async (command, { request, actor, now }) => {
  const body = await readJson(request);
  if (!body.ok) return refuseWith(body.problem);
  const sent = { id: commandIdOf(request), actor, input: body.value, now };
  const queued = await queueIfLong(command, sent);
  if (queued) {
    const work = await workEnded(queued, request.signal);
    return work ? answerOfWork(work) : refuseWith(nobodyThere("/api/v1/long-work"));
  }
  const result = await runCommand(command, sent);
  return result.ok ? result.answer : refuse(result.refusal);
});
