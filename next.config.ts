import type { NextConfig } from "next";

const root = import.meta.dirname;

const config: NextConfig = {
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
