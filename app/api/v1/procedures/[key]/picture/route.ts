import { call } from "@/server/api/call";
import { keepPicture, pictureResponse } from "@/server/api/kept-picture";
import { commandIdOf, json } from "@/server/api/route";
import { sentBytes } from "@/server/api/sent-file";
import { refuse, refuseInput } from "@/server/commands/refusal";
import { pool } from "@/server/db/pool";
import { readStepPicture, setStepPicture } from "@/server/db/procedure-pictures";
import { readProcedure } from "@/server/db/procedures";

const stepOf = (query: URLSearchParams) => query.get("step") ?? "";

/** The picture of a step: `?step=` and what the step says. */
export const GET = call("shop.read", null, async ({ params, query }) => {
  const picture = await readStepPicture(pool(), params.key ?? "", stepOf(query));
  return picture ? pictureResponse(picture) : refuse({ code: "not-found", what: "picture of this step" });
});

/** Puts a picture beside a step, in place of the one that was there. */
export const POST = call("book.edit", null, async ({ request, actor, params, query, now }) => {
  const bytes = await sentBytes(request);
  const id = commandIdOf(request);
  const procedure = await readProcedure(pool(), params.key ?? "");
  if (!procedure) return refuse({ code: "not-found", what: "procedure" });
  const step = stepOf(query);
  if (!procedure.steps.includes(step)) return refuseInput("step", "is no step of this procedure");
  const place = { procedure: procedure.key, step };
  await keepPicture(
    { id, name: "set-step-picture", place: [place.procedure, step], bytes, actor, now },
    (db, picture) => setStepPicture(db, { ...place, ...picture }, { id: actor.personId, at: now }),
  );
  return json(place, 201);
});
