import { call } from "@/server/api/call";
import { kept } from "@/server/api/kept";
import { loadVocabulary, wordsVersion } from "@/server/book/load";
import { pool } from "@/server/db/pool";

/** Every word of the shop; asked for again, it travels only where it has changed. */
export const GET = call("shop.read", null, async ({ request }) => {
  const db = pool();
  return kept(request, await wordsVersion(db), () => loadVocabulary(db));
});
