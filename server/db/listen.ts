import "server-only";
import { log } from "@/server/log";
import { settings } from "@/server/settings";
import { clientFor } from "./primary";

const RETRY_MS = 1000;

interface Hearing {
  readonly onNews: (payload: string) => void;
  /** Whether the channel is listened to from now on; what is told while it is not goes unheard. */
  readonly onHearing?: (isHearing: boolean) => void;
}

/** Listens on a channel for the life of the process, with a connection of its own that is made again when it breaks. */
export function listenAlways(channel: string, { onNews, onHearing = () => {} }: Hearing): void {
  void (async () => {
    for (;;) {
      try {
        await listenOn(channel, onNews, () => onHearing(true));
      } catch (error) {
        log().warn({ err: error, channel }, "connection that listens is lost, trying again");
      }
      onHearing(false);
      await new Promise((done) => setTimeout(done, RETRY_MS));
    }
  })();
}

/**
 * Listens on a channel with a connection of its own until that connection ends.
 * @throws where the connection cannot be made, or breaks
 */
async function listenOn(channel: string, onPayload: (payload: string) => void, onListening: () => void): Promise<void> {
  const { databaseDirectUrl } = settings();
  const Client = clientFor(databaseDirectUrl);
  const client = new Client({
    connectionString: databaseDirectUrl,
    application_name: "dead-ends-live",
    keepAlive: true,
  });
  const ended = new Promise<void>((done, fail) => client.once("end", done).on("error", fail));
  // Where it breaks before anybody waits for its end, whoever asks it then is told.
  ended.catch(() => {});
  client.on("notification", ({ payload }) => onPayload(payload ?? ""));
  try {
    await client.connect();
    await client.query(`listen ${client.escapeIdentifier(channel)}`);
    onListening();
    await ended;
  } finally {
    await client.end().catch(() => {});
  }
}
