import { createDatabaseIfMissing } from "@/server/db/create-database";
import { settings } from "@/server/settings";

/** Makes the configured database where the server has none of that name. */
export async function ensureDatabase(): Promise<void> {
  await createDatabaseIfMissing(settings().databaseUrl);
}
