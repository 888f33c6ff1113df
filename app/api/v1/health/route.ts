import { openCall } from "@/server/api/call";
import { json } from "@/server/api/route";
import { migrationsCurrent } from "@/server/db/migrate";

/** Open to all: whether the database answers and stands at this version. */
export const GET = openCall(null, async () => {
  try {
    const current = await migrationsCurrent();
    return json(
      { status: current ? "ok" : "behind", database: "reachable", migrations: current ? "current" : "behind" },
      current ? 200 : 503,
    );
  } catch {
    return json({ status: "down", database: "unreachable", migrations: null }, 503);
  }
});
