import type { Metadata } from "next";
import { OwnAccount } from "@/features/team/own-account";
import { Sites } from "@/features/team/sites";
import { TeamList } from "@/features/team/team-list";
import { TokenList } from "@/features/team/token-list";
import { ButtonLink } from "@/ui/button";
import { requireActor } from "@/server/auth/page";
import { may } from "@/server/auth/rights";
import { listPeople } from "@/server/db/people";
import { pool } from "@/server/db/pool";
import { listSites } from "@/server/db/sites";
import { listTokens } from "@/server/db/tokens";

export const metadata: Metadata = { title: "Team" };

export default async function TeamPage() {
  const { actor, site } = await requireActor("own.account");
  const manages = may(actor, "team.manage");
  const people = manages ? await listPeople(pool(), site.id) : null;
  const tokens = manages ? await listTokens(pool(), site.id) : null;
  const sites = manages ? await listSites(pool()) : null;
  return (
    <div className="mx-auto flex max-w-3xl flex-col gap-8 px-4 py-5 sm:px-6">
      <h1 className="text-xl">{people ? "Team" : "Account"}</h1>
      {people && <TeamList people={people} me={actor.personId} />}
      {sites && <Sites sites={sites} own={site} />}
      {may(actor, "book.edit") && (
        <ButtonLink href="/makers" className="self-start">
          Maker codes of VINs
        </ButtonLink>
      )}
      {tokens && <TokenList tokens={tokens} timeZone={site.timeZone} />}
      <OwnAccount name={actor.name} role={actor.role} />
    </div>
  );
}
