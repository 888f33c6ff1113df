import { rebuildCounters } from "@/server/book/rebuild";
import { pool } from "@/server/db/pool";
import { many } from "@/server/db/rows";
import { sendCasebook, type ServedShop } from "./send-casebook";

/** The two symptoms that most jobs tell of. */
async function commonSymptoms(): Promise<readonly [from: string, into: string]> {
  const [into, from] = await many<{ key: string }>(
    pool(),
    "select symptom as key from job_symptom group by 1 order by count(*) desc, 1 limit 2",
  );
  if (!from || !into) throw new Error("the jobs tell of nothing");
  return [from.key, into.key];
}

async function command({ origin, headers }: ServedShop, name: string, input: object): Promise<void> {
  const request = {
    method: "POST",
    headers: { ...headers, "content-type": "application/json" },
    body: JSON.stringify(input),
  };
  const response = await fetch(`${origin}/api/v1/commands/${name}`, request);
  if (!response.ok) throw new Error(`${name}: ${response.status} ${(await response.text()).slice(0, 500)}`);
}

export async function mergedWords(shop: ServedShop): Promise<void> {
  const [from, into] = await commonSymptoms();
  await command(shop, "merge-words", { kind: "symptom", from, into });
}

/** Trails keep the word that was written, so that it is the same one. */
export async function partedWords(shop: ServedShop): Promise<void> {
  const [key] = await commonSymptoms();
  await command(shop, "split-word", { kind: "symptom", key });
}

/** Another shop's casebook, half as long as our own; then the same with more jobs, in place of the first. */
export async function otherShop(shop: ServedShop, bytes: number): Promise<void> {
  await sendCasebook(shop, { bytes: bytes / 2, from: "Lowfield" });
}

export async function otherShopAgain(shop: ServedShop, bytes: number): Promise<void> {
  await sendCasebook(shop, { bytes: (bytes * 2) / 3, from: "Lowfield" });
}

/** The repair of the counters, which checks all of them. */
export async function checkedCounters(): Promise<void> {
  await rebuildCounters();
}
