import "@/ui/globals.css";
import type { Metadata, Viewport } from "next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { FONTS } from "@/ui/fonts";
import { NoticeProvider } from "@/ui/notices";
import { StyleNonce } from "@/ui/style-nonce";

export const metadata: Metadata = {
  title: { default: "Dead Ends", template: "%s · Dead Ends" },
  description: "The shop's diagnostic memory and planner.",
};

export const viewport: Viewport = { themeColor: "#f6f2e9", width: "device-width", initialScale: 1 };

export default async function RootLayout({ children }: { readonly children: ReactNode }) {
  const nonce = (await headers()).get("x-nonce") ?? "";
  return (
    <html lang="en" className={FONTS}>
      <body>
        <StyleNonce nonce={nonce} />
        <NoticeProvider>{children}</NoticeProvider>
      </body>
    </html>
  );
}
