import "server-only";
import { createHash } from "node:crypto";
import type { CommandId } from "@/core/ids";
import type { Actor } from "@/server/auth/session";
import { once } from "@/server/commands/once";
import { refuse, refuseInput } from "@/server/commands/refusal";
import { inTransaction, type Db } from "@/server/db/pool";
import { keptFile } from "./sent-file";

interface PictureSent {
  readonly id: CommandId;
  /** What the write is called, and what the picture belongs to. */
  readonly name: string;
  readonly place: readonly string[];
  readonly bytes: Buffer;
  readonly actor: Actor;
  readonly now: Date;
}

interface Picture {
  readonly mediaType: string;
  readonly content: Buffer;
}

/** Keeps a picture that was sent, written anew, once however often it is sent. @throws Refused where it is none */
export async function keepPicture(
  { id, name, place, bytes, actor, now }: PictureSent,
  write: (db: Db, picture: Picture) => Promise<void>,
): Promise<void> {
  const { mediaType, content } = await keptFile(bytes);
  if (mediaType === "application/pdf") refuseInput("file", "is no picture: a JPEG, PNG or WebP is one");
  const requestHash = createHash("sha256")
    .update(JSON.stringify([name, ...place]))
    .update(bytes)
    .digest();
  const done = await inTransaction((db) =>
    once(db, { id, name, requestHash, actor, now }, () => write(db, { mediaType, content })),
  );
  if (done.kind !== "done") refuse({ code: "other-request" });
}

/** A picture as it is answered. */
export const pictureResponse = ({ mediaType, content }: Picture): Response =>
  new Response(new Uint8Array(content), {
    headers: { "content-type": mediaType, "cache-control": "private, max-age=60" },
  });
