import "server-only";
import pg from "pg";
import { settings } from "@/server/settings";

/**
 * Listens on a channel with a connection of its own until that connection ends.
 * @throws where the connection cannot be made, or breaks
 */
export async function listenOn(channel: string, onPayload: (payload: string) => void): Promise<void> {
  const client = new pg.Client({
    connectionString: settings().databaseUrl,
    application_name: "dead-ends-live",
    keepAlive: true,
  });
  const ended = new Promise<void>((done, fail) => client.once("end", done).once("error", fail));
  client.on("notification", ({ payload }) => onPayload(payload ?? ""));
  try {
    await client.connect();
    await client.query(`listen ${client.escapeIdentifier(channel)}`);
    await ended;
  } finally {
    await client.end().catch(() => {});
  }
}
