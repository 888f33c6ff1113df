import type { ReactNode } from "react";
import { TopBar } from "@/features/shared/top-bar";
import { may } from "@/server/auth/rights";
import { requireActor } from "@/server/auth/page";

export default async function ShopLayout({ children }: { readonly children: ReactNode }) {
  const { actor, site } = await requireActor("shop.read");
  return (
    <>
      <a
        href="#main"
        className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-ink focus:p-3 focus:text-paper"
      >
        Skip to the page
      </a>
      <TopBar name={actor.name} role={actor.role} shop={site.name} mayManage={may(actor, "team.manage")} />
      <main id="main">{children}</main>
    </>
  );
}
