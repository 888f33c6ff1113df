import "server-only";
import { v7 as newId } from "uuid";
import { insertWork, letWait, type NewWork } from "@/server/db/long-work";
import type { Db } from "@/server/db/pool";
import { enqueue } from "./boss";

/** Puts long work that needs no file into the queue. @returns its id */
export async function queueWork(db: Db, work: Omit<NewWork, "id">): Promise<string> {
  const id = newId();
  await insertWork(db, { id, ...work });
  await beginToWait(db, id);
  return id;
}

/** Long work of which all is here now waits for its turn. */
export async function beginToWait(db: Db, id: string): Promise<void> {
  await letWait(db, id);
  await enqueue(db, id);
}
