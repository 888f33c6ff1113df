import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));
// In tests the server's modules run outside the web server, where the guard against the browser has nothing to guard.
const alias = [
  { find: /^server-only$/, replacement: here("./tests/support/server-only.ts") },
  { find: /^@\//, replacement: here("./") },
];

/** Left to itself, vitest leaves one of two cores idle. */
const CORES = 2;

export default defineConfig({
  resolve: { alias },
  test: {
    projects: [
      {
        resolve: { alias },
        test: {
          name: "unit",
          maxWorkers: CORES,
          // Computation keeps no state: one set of modules serves every file.
          isolate: false,
          // Properties are tried on hundreds of cases: what takes a second on a quiet machine may take ten on one that is busy with others.
          testTimeout: 60_000,
          include: [
            "core/**/*.test.ts",
            "ui/**/*.test.ts",
            "features/**/*.test.ts",
            "scripts/**/*.test.ts",
            "standins/**/*.test.ts",
            "simulation/**/*.test.ts",
          ],
        },
      },
      {
        resolve: { alias },
        test: {
          name: "database",
          maxWorkers: CORES,
          isolate: false,
          include: ["server/**/*.test.ts", "demo/**/*.test.ts"],
          globalSetup: ["tests/support/template-database.ts"],
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
      {
        resolve: { alias },
        test: {
          name: "browser",
          include: ["tests/**/*.test.ts"],
          globalSetup: ["tests/support/template-database.ts"],
          isolate: false,
          // Each file has an application, a database and a browser of its own; two of them keep two cores busy (three took longer, and ran into their time limits).
          maxWorkers: CORES,
          sequence: { groupOrder: 1 },
          testTimeout: 300_000,
          hookTimeout: 300_000,
        },
      },
    ],
  },
});
