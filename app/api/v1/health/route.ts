import { json } from "@/server/api/route";
import { migrationsCurrent } from "@/server/db/migrate";

/** Open to all: whether the database answers and stands at this version. */
export async function GET(): Promise<Response> {
  try {
    const current = await migrationsCurrent();
    return json(
      { status: current ? "ok" : "behind", database: "reachable", migrations: current ? "current" : "behind" },
      current ? 200 : 503,
    );
  } catch {
    return json({ status: "down", database: "unreachable", migrations: null }, 503);
  }
}
