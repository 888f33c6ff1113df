import { createHash } from "node:crypto";
import { call } from "@/server/api/call";
import { commandIdOf, json } from "@/server/api/route";
import { keptFile, sentBytes } from "@/server/api/sent-file";
import { once } from "@/server/commands/once";
import { refuse, refuseInput } from "@/server/commands/refusal";
import { inTransaction, pool } from "@/server/db/pool";
import { readStepPicture, setStepPicture } from "@/server/db/procedure-pictures";
import { readProcedure } from "@/server/db/procedures";

const stepOf = (query: URLSearchParams) => query.get("step") ?? "";

/** The picture of a step: `?step=` and what the step says. */
export const GET = call("shop.read", null, async ({ params, query }) => {
  const picture = await readStepPicture(pool(), params.key ?? "", stepOf(query));
  if (!picture) return refuse({ code: "not-found", what: "picture of this step" });
  return new Response(new Uint8Array(picture.content), {
    headers: { "content-type": picture.mediaType, "cache-control": "private, max-age=60" },
  });
});

/** Puts a picture beside a step, in place of the one that was there. */
export const POST = call("book.edit", null, async ({ request, actor, params, query, now }) => {
  const bytes = await sentBytes(request);
  const id = commandIdOf(request);
  const procedure = await readProcedure(pool(), params.key ?? "");
  if (!procedure) return refuse({ code: "not-found", what: "procedure" });
  const step = stepOf(query);
  if (!procedure.steps.includes(step)) return refuseInput("step", "is no step of this procedure");
  const { mediaType, content } = await keptFile(bytes);
  if (mediaType === "application/pdf") return refuseInput("file", "is no picture: a step has a JPEG, PNG or WebP");
  const place = { procedure: procedure.key, step };
  const requestHash = createHash("sha256")
    .update(JSON.stringify(["set-step-picture", place.procedure, step]))
    .update(bytes)
    .digest();
  const done = await inTransaction((db) =>
    once(db, { id, name: "set-step-picture", requestHash, actor, now }, () =>
      setStepPicture(db, { ...place, mediaType, content }, { id: actor.personId, at: now }),
    ),
  );
  return done.kind === "done" ? json(place, 201) : refuse({ code: "other-request" });
});
