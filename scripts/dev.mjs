/** `npm run dev`: the demo's database under the development server, which reloads as the source changes. */
import { startCluster } from "./lib/cluster.mjs";
import { addresses, prepareDatabase } from "./lib/database.mjs";
import { ensureDebianPackages } from "./lib/debian.mjs";
import { ensureModules } from "./lib/modules.mjs";
import { run } from "./lib/say.mjs";
import { serve } from "./lib/serve.mjs";
import { readSettings, requireNode } from "./lib/settings.mjs";
import { keepLongWorkUp } from "./lib/worker.mjs";

await run(async () => {
  requireNode();
  const settings = readSettings();
  if (!settings.databaseUrl) await ensureDebianPackages(["postgresql"]);
  await ensureModules();
  const cluster = settings.databaseUrl ? null : await startCluster(settings.dataDir);
  try {
    const { databaseUrl, ownerUrl } = addresses(settings, cluster, "dead_ends_demo");
    cluster?.keepUp();
    await prepareDatabase({ databaseUrl, ownerUrl, isOurs: cluster !== null }, true);
    const worker = keepLongWorkUp({ databaseUrl });
    try {
      await serve({ ...settings, databaseUrl, demo: true, dev: true, replaceSignals: () => {} });
    } finally {
      await worker.stop();
    }
  } finally {
    await cluster?.stop();
  }
});
