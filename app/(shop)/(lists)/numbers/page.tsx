import type { Metadata } from "next";
import { Numbers } from "@/features/numbers/numbers";
import { requireActor } from "@/server/auth/page";
import { loadNumbers } from "@/server/views/numbers";

export const metadata: Metadata = { title: "Numbers" };

export default async function NumbersPage({ searchParams }: PageProps<"/numbers">) {
  const { actor, site } = await requireActor("shop.read");
  const asked = await searchParams;
  const text = (name: string) => {
    const value = asked[name];
    return typeof value === "string" ? value : "";
  };
  const query = { from: text("from"), to: text("to"), model: text("model"), person: text("person") };
  return <Numbers view={await loadNumbers(site, actor, query)} site={site} />;
}
