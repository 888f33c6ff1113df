import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { SignInForm } from "@/features/account/sign-in-form";
import { requireNobody } from "@/server/auth/page";

export const metadata: Metadata = { title: "Sign in" };

export default async function SignInPage() {
  const { isSetUp } = await requireNobody();
  if (!isSetUp) redirect("/set-up");
  return <SignInForm />;
}
