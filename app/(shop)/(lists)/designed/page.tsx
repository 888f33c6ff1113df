import type { Metadata } from "next";
import { DesignedList } from "@/features/designed/designed-list";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { readVocabulary } from "@/server/db/book";
import { modelChoices } from "@/server/db/catalogue";
import { listDesignedCases } from "@/server/db/designed-cases";
import { pool } from "@/server/db/pool";

export const metadata: Metadata = { title: "Works as designed" };

export default async function DesignedPage() {
  const { actor } = await requireActor("shop.read");
  const db = pool();
  const [cases, { symptoms }, models] = await Promise.all([
    listDesignedCases(db),
    readVocabulary(db),
    modelChoices(db),
  ]);
  return (
    <DesignedList
      cases={cases}
      symptoms={symptoms}
      models={models}
      mayAdd={may(actor, "book.extend")}
      mayEdit={may(actor, "book.edit")}
    />
  );
}
