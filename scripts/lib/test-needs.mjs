import { ensureDebianPackages } from "./debian.mjs";
import { ensureModules } from "./modules.mjs";

const PACKAGES = ["postgresql", "chromium", "chromium-headless-shell", "chromium-driver", "nginx", "pgbouncer"];

/** Installs what the tests need and this machine has not: one of the two is busy with itself, the other with the network. */
export async function ensureTestNeeds() {
  await Promise.all([ensureDebianPackages(PACKAGES), ensureModules()]);
}
