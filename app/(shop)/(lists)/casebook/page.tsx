import type { Metadata } from "next";
import { CasebookPage } from "@/features/casebook/casebook-page";
import { latestWorkAnswers } from "@/server/api/long-work";
import { requireActor } from "@/server/auth/page";
import { backupStanding } from "@/server/backup/standing";
import { SENT_AT_ONCE } from "@/server/casebook/queued-export";
import { countJobs } from "@/server/db/casebook";
import { readOtherShops } from "@/server/db/other-shops";
import { pool } from "@/server/db/pool";

export const metadata: Metadata = { title: "Casebook" };

export default async function CasebookRoute() {
  const { site } = await requireActor("book.edit");
  const now = new Date();
  const [shops, works, backups, jobs] = await Promise.all([
    readOtherShops(pool()),
    latestWorkAnswers(site.id, now),
    backupStanding(now),
    countJobs(pool(), site.id),
  ]);
  return (
    <CasebookPage
      isLarge={jobs > SENT_AT_ONCE}
      backups={backups}
      shops={shops}
      works={works}
      timeZone={site.timeZone}
    />
  );
}
