import type { NextConfig } from "next";

const root = import.meta.dirname;

const config: NextConfig = {
  turbopack: { root },
  outputFileTracingRoot: root,
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  serverExternalPackages: ["pg", "pino"],
  // The demo's address and the loopback name are one machine.
  allowedDevOrigins: ["127.0.0.1", "localhost"],
};

export default config;
