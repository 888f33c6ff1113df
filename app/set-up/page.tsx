import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { SetUpForm } from "@/features/account/set-up-form";
import { requireNobody } from "@/server/auth/page";

export const metadata: Metadata = { title: "Set up the shop" };

export default async function SetUpPage() {
  const { isSetUp } = await requireNobody();
  if (isSetUp) redirect("/sign-in");
  return <SetUpForm />;
}
