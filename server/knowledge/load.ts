import "server-only";
import { withPriorWork, type CaseFile, type Knowledge } from "@/core/diagnosis";
import { readCauses, readFixes, readPatterns } from "@/server/db/book";
import { readProcedures } from "@/server/db/procedures";
import { readCodesByModule, readFeatures, readGroups, readOutcomes } from "@/server/db/counters";
import type { Db } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";

/** What the counters and the book say about one case. Reads counters, never jobs: its time does not grow with them. */
export async function loadKnowledge(db: Db, site: Site, file: CaseFile): Promise<Knowledge> {
  // One after another: a transaction's connection takes one query at a time.
  const causes = await readCauses(db);
  const groups = await readGroups(db, file);
  const features = await readFeatures(db, file);
  const codesByModule = await readCodesByModule(db, file.modulesScanned);
  const outcomes = await readOutcomes(db);
  const procedures = await readProcedures(db);
  const fixes = await readFixes(db);
  const patterns = await readPatterns(db);
  const shop = { currency: site.currency, ratePerHour: site.ratePerHour };
  const book = { causes, groups, features, codesByModule, outcomes, procedures, fixes, patterns, shop };
  return withPriorWork(book, file);
}
