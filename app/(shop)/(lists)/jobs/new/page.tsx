import type { Metadata } from "next";
import { IntakeForm } from "@/features/intake/intake-form";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { wordsVersion } from "@/server/book/load";
import { pool } from "@/server/db/pool";
import { listModules } from "@/server/db/modules";
import { modelChoices } from "@/server/db/catalogue";
import { lastVehicles } from "@/server/db/vehicles";

export const metadata: Metadata = { title: "Open a job" };

export default async function NewJobPage() {
  const { actor, site } = await requireActor("job.open");
  const db = pool();
  const [version, models, lately, modules] = await Promise.all([
    wordsVersion(db),
    modelChoices(db),
    lastVehicles(db, site.id),
    listModules(db),
  ]);
  return (
    <IntakeForm
      wordsVersion={version}
      models={models}
      lately={lately}
      units={site.unitSystem}
      timeZone={site.timeZone}
      mayAddWords={may(actor, "words.extend")}
      modules={modules.map(({ name }) => name)}
    />
  );
}
