import type { NextConfig } from "next";

const root = import.meta.dirname;

const HEADERS = {
  "x-content-type-options": "nosniff",
  "x-frame-options": "DENY",
  "referrer-policy": "same-origin",
  "cross-origin-opener-policy": "same-origin",
  "cross-origin-resource-policy": "same-origin",
  "permissions-policy": "camera=(self), microphone=(), geolocation=(), payment=(), usb=()",
};
const listed = (headers: Record<string, string>) => Object.entries(headers).map(([key, value]) => ({ key, value }));

const config: NextConfig = {
  headers: async () => [
    { source: "/:path*", headers: listed(HEADERS) },
    // An answer of the API is data; opened as a page it may do nothing. Pages have a policy of their own (`proxy.ts`).
    {
      source: "/api/:path*",
      headers: listed({ "content-security-policy": "default-src 'none'; frame-ancestors 'none'" }),
    },
  ],
  turbopack: { root },
  outputFileTracingRoot: root,
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // `npm run check` reads the types of everything, tests included; whoever only starts the application need not wait for it.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ["pg", "pino", "sharp"],
  // The demo's address and the loopback name are one machine.
  allowedDevOrigins: ["127.0.0.1", "localhost"],
};

export default config;
