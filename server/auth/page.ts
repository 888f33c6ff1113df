import "server-only";
import { cookies } from "next/headers";
import { notFound, redirect } from "next/navigation";
import { connection } from "next/server";
import { cache } from "react";
import type { SiteId } from "@/core/ids";
import { anyPerson } from "@/server/db/people";
import { pool } from "@/server/db/pool";
import { findSite, type Site } from "@/server/db/sites";
import { may, type Right } from "./rights";
import { actorOfSession, SESSION_COOKIE, type Actor } from "./session";

const currentActor = cache(async (): Promise<Actor | null> => {
  await connection();
  return actorOfSession((await cookies()).get(SESSION_COOKIE)?.value ?? null, new Date());
});

/** Asked for by every layout and the page itself. */
const siteOf = cache((id: SiteId) => findSite(pool(), id));

/** Who looks at this page, with the right that it needs; anybody else is sent to sign in, or finds nothing here. */
export async function requireActor(right: Right): Promise<{ readonly actor: Actor; readonly site: Site }> {
  const actor = await currentActor();
  if (!actor) redirect((await anyPerson(pool())) ? "/sign-in" : "/set-up");
  if (!may(actor, right)) notFound();
  return { actor, site: await siteOf(actor.siteId) };
}

/** For the pages before signing in: somebody who is signed in already has no business there. */
export async function requireNobody(): Promise<{ readonly isSetUp: boolean }> {
  if (await currentActor()) redirect("/");
  return { isSetUp: await anyPerson(pool()) };
}
