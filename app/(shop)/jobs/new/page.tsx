import type { Metadata } from "next";
import { IntakeForm } from "@/features/intake/intake-form";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { readVocabulary } from "@/server/db/book";
import { pool } from "@/server/db/pool";
import { variantChoices } from "@/server/db/vehicles";

export const metadata: Metadata = { title: "Open a job" };

export default async function NewJobPage() {
  const { actor, site } = await requireActor("job.open");
  const [words, choices] = await Promise.all([readVocabulary(pool()), variantChoices(pool())]);
  return (
    <IntakeForm words={words} choices={choices} units={site.unitSystem} mayAddWords={may(actor, "words.extend")} />
  );
}
