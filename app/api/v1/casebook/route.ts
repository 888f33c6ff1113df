import { exhaustive } from "@/core/exhaustive";
import { casebookQuery } from "@/server/api/casebook-input";
import { malformed, tooLarge } from "@/server/api/body";
import { call } from "@/server/api/call";
import { badInput, refuseWith, type Problem } from "@/server/api/problem";
import { commandIdOf } from "@/server/api/route";
import { streamed } from "@/server/api/stream";
import { DEEPEST } from "@/server/bounds";
import { exportCasebook } from "@/server/casebook/export";
import { runImport } from "@/server/casebook/run-import";
import { spoolCasebook, type Unreadable } from "@/server/casebook/spool";
import { validate } from "@/server/input";
import { refuse } from "@/server/commands/refusal";
import { pool } from "@/server/db/pool";

const MOST_MIB = 512;

/**
 * Takes a casebook over: by keys, whole or not at all; the same one twice changes nothing. With `?from=NAME` it stays apart, as another shop's, and each
 * of its jobs counts `&weight=0.33` of one of ours.
 */
export const POST = call("book.edit", null, async ({ request, actor, query, now }) => {
  const asked = validate(casebookQuery, {
    from: query.get("from") ?? undefined,
    weight: query.get("weight") ?? undefined,
  });
  if (!asked.ok) return refuseWith(badInput(asked.problems));
  const { from: name, weight } = asked.value;
  const from = name === null ? null : { name, weightMilli: Math.round(weight * 1000) };
  if (!request.body) return refuseWith(malformed);
  const spooled = await spoolCasebook(request.body, MOST_MIB << 20);
  if (!spooled.ok) return refuseWith(unreadable(spooled.why));
  const { casebook } = spooled;
  try {
    const result = await runImport({ id: commandIdOf(request), actor, casebook, from, now });
    if (result.ok) return result.answer;
    return refuse(
      result.why === "invalid" ? { code: "invalid", problems: result.problems } : { code: "other-request" },
    );
  } finally {
    await casebook.dispose();
  }
});

function unreadable(why: Unreadable): Problem {
  switch (why) {
    case "too-large":
      return tooLarge(MOST_MIB);
    case "too-much":
      return {
        ...tooLarge(MOST_MIB),
        detail: "One part of it holds more than can be looked at at once; send it in several casebooks.",
      };
    case "too-deep":
      return badInput([{ path: "", message: `is nested deeper than ${DEEPEST} levels` }]);
    case "malformed":
      return malformed;
    default:
      return exhaustive(why, "unreadable casebook");
  }
}

/** Everything the shop knows, as a casebook; `?anonymous=1` leaves out what identifies a vehicle's owner. */
export const GET = call("book.edit", null, async ({ query, now }) => {
  const name = `casebook-${now.toISOString().slice(0, 10)}.json`;
  const pieces = exportCasebook(pool(), now, query.get("anonymous") === "1");
  return streamed(pieces, { name, type: "application/json; charset=utf-8" });
});
