import { randomUUID } from "node:crypto";
import { afterAll, beforeAll } from "vitest";
import { closePool } from "@/server/db/pool";
import { EMPTY_TEMPLATE, onServer, urlOf } from "./test-cluster";

export { APPLICATION_USER, asApplication, DEMO_TEMPLATE, EMPTY_TEMPLATE } from "./test-cluster";

/** A database of its own, copied from a template. */
export async function createDatabase(
  template: string = EMPTY_TEMPLATE,
): Promise<{ url: string; drop(): Promise<void> }> {
  const name = `test_${randomUUID().replaceAll("-", "")}`;
  await onServer(async (client) => void (await client.query(`create database ${name} template ${template}`)));
  return {
    url: urlOf(name),
    drop: () => onServer(async (client) => void (await client.query(`drop database ${name} with (force)`))),
  };
}

/** Gives the tests of a file one fresh database, on which the server's own modules work. */
export function givenDatabase(template: string = EMPTY_TEMPLATE): void {
  let drop = async () => {};
  beforeAll(async () => {
    const database = await createDatabase(template);
    process.env.DATABASE_URL = database.url;
    drop = database.drop;
  });
  afterAll(async () => {
    await closePool();
    delete process.env.DATABASE_URL;
    await drop();
  });
}
