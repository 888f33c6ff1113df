import { call } from "@/server/api/call";
import { keepPicture, pictureResponse } from "@/server/api/kept-picture";
import { commandIdOf, json } from "@/server/api/route";
import { sentBytes } from "@/server/api/sent-file";
import { refuse } from "@/server/commands/refusal";
import { readMarkPicture, setMarkPicture } from "@/server/db/mark-pictures";
import { patternExists } from "@/server/db/known-failures";
import { pool } from "@/server/db/pool";

/** What the mark of the improved part looks like. */
export const GET = call("shop.read", null, async ({ params }) => {
  const picture = await readMarkPicture(pool(), params.key ?? "");
  return picture ? pictureResponse(picture) : refuse({ code: "not-found", what: "picture of the mark" });
});

/** Puts a picture of the mark beside a known failure, in place of the one that was there. */
export const POST = call("book.edit", null, async ({ request, actor, params, now }) => {
  const bytes = await sentBytes(request);
  const pattern = params.key ?? "";
  if (!(await patternExists(pool(), pattern))) return refuse({ code: "not-found", what: "known failure" });
  await keepPicture(
    { id: commandIdOf(request), name: "set-mark-picture", place: [pattern], bytes, actor, now },
    (db, picture) => setMarkPicture(db, { pattern, ...picture }, { id: actor.personId, at: now }),
  );
  return json({ pattern }, 201);
});
