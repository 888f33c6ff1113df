import type { Metadata } from "next";
import { CasebookPage } from "@/features/casebook/casebook-page";
import { requireActor } from "@/server/auth/page";

export const metadata: Metadata = { title: "Casebook" };

export default async function CasebookRoute() {
  await requireActor("book.edit");
  return <CasebookPage />;
}
