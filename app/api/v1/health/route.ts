import { setTimeout as after } from "node:timers/promises";
import { openCall } from "@/server/api/call";
import { json } from "@/server/api/route";
import { migrationsCurrent } from "@/server/db/migrate";

/** Whoever asks has an answer by then, whatever the database does. */
const LIMIT_MS = 1500;

/** Open to all: this process lives; it is ready where the database answers and stands at this version. */
export const GET = openCall(null, async () => {
  const migrations = await Promise.race([
    migrationsCurrent().then(
      (current) => (current ? "current" : "behind"),
      () => "unreachable",
    ),
    after(LIMIT_MS, "no answer"),
  ]);
  switch (migrations) {
    case "current":
      return json({ status: "ok", database: "reachable", migrations, live: true, ready: true });
    case "behind":
      return json({ status: "behind", database: "reachable", migrations, live: true, ready: false }, 503);
    case "no answer":
      return json({ status: "degraded", database: "no answer", migrations: null, live: true, ready: false }, 503);
    default:
      return json({ status: "down", database: "unreachable", migrations: null, live: true, ready: false }, 503);
  }
});
