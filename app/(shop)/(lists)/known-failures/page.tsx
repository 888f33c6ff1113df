import type { Metadata } from "next";
import { KnownFailures } from "@/features/known-failures/known-failures";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { pool } from "@/server/db/pool";
import { loadKnownFailuresView } from "@/server/views/known-failures";

export const metadata: Metadata = { title: "Known failures" };

export default async function KnownFailuresPage() {
  const { actor, site } = await requireActor("shop.read");
  return (
    <KnownFailures
      view={await loadKnownFailuresView(pool())}
      units={site.unitSystem}
      mayEdit={may(actor, "book.edit")}
      mayExtend={may(actor, "book.extend")}
    />
  );
}
