/** `npm run rebuild-counters`: adds the counters up from all closed jobs again. */
import { rebuildCounters } from "@/server/book/rebuild";
import { program } from "./lib/program";

const SAY_EVERY = 1000;

await program(async () => {
  const jobs = await rebuildCounters(async (done, of) => {
    if (done % SAY_EVERY === 0) process.stdout.write(`${done} of ${of} jobs\n`);
  });
  process.stdout.write(`Rebuilt from ${jobs} closed jobs.\n`);
});
