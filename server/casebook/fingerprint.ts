import "server-only";
import { createHash } from "node:crypto";
import { NOT_TOLD } from "./facts-of-job";
import type { CasebookJob } from "./shape";

/** A job as it would be exported, in one form, to tell whether it changed. */
export function fingerprint(job: CasebookJob): string {
  const by = <T>(list: readonly T[], of: (each: T) => string) => [...list].sort((a, b) => (of(a) < of(b) ? -1 : 1));
  const { complaint, parts, finding } = job;
  const tidy = {
    ...job,
    complaint: complaint === NOT_TOLD ? null : complaint,
    symptoms: by(job.symptoms, ({ key }) => key).map(({ key, conditions }) => ({ key, conditions })),
    codes: by(job.codes, ({ code, module }) => `${code}|${module ?? ""}`),
    modulesScanned: [...job.modulesScanned].sort(),
    modulesSilent: [...job.modulesSilent].sort(),
    parts: parts.map((part) => ({ ...part, cost: part.cost && part.cost.amount > 0 ? part.cost : null })),
    proof: job.proof.map(({ step, result }) => ({ step, result })),
    finding: finding && {
      ...finding,
      causes: by(finding.causes, ({ component, failure }) => `${component}/${failure}`),
    },
  };
  return createHash("sha256")
    .update(JSON.stringify(sorted(tidy)))
    .digest("hex");
}

/** The same value with every object's fields in one order. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (value === null || typeof value !== "object") return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, each]) => [key, sorted(each)]),
  );
}
