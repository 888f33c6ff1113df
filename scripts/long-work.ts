/** Does long work (imports) for whoever serves the database in DATABASE_URL, beside them; started and kept up by the start command. */
import { setPriority } from "node:os";
import { log } from "@/server/log";
import { doLongWork } from "@/server/queue/worker";

/** People come first. */
const NICE = 10;

setPriority(NICE);
process.once("SIGTERM", () => process.exit(0)).once("SIGINT", () => process.exit(0));
try {
  const why = await doLongWork();
  log().warn({ why }, "whoever does long work begins anew");
} catch (error) {
  log().warn({ err: error }, "whoever does long work cannot begin");
}
// Whoever started it starts it again: a new process holds no lock, no half-read file and no old connection.
process.exit(1);
