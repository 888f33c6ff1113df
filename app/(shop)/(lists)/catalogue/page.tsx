import type { Metadata } from "next";
import { CatalogueView } from "@/features/catalogue/catalogue-view";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { listCatalogue, modelChoices } from "@/server/db/catalogue";
import { pool } from "@/server/db/pool";

export const metadata: Metadata = { title: "Models and engines" };

export default async function CataloguePage() {
  const { actor } = await requireActor("shop.read");
  const [rows, models] = await Promise.all([listCatalogue(pool()), modelChoices(pool())]);
  return <CatalogueView rows={rows} models={models} mayEdit={may(actor, "book.edit")} />;
}
