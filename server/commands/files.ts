import "server-only";
import Joi from "joi";
import { asJobId } from "@/core/ids";
import { findFile, removeFile } from "@/server/db/files";
import { findJob } from "@/server/db/jobs";
import { uuid } from "@/server/input";
import { announceJob } from "@/server/live/announce";
import type { Command } from "./command";
import { refuse } from "./refusal";

/** Takes a picture or document back, by who added it or a lead. */
export const takeBackFile: Command<{ readonly jobId: string; readonly fileId: string }, null> = {
  name: "remove-file",
  right: "job.complaint",
  input: Joi.object({ jobId: uuid().required(), fileId: uuid().required() }),
  async run({ db, actor, site, now }, { jobId, fileId }) {
    const id = asJobId(jobId);
    const job = id && (await findJob(db, site.id, id));
    const file = job && (await findFile(db, job.id, fileId));
    if (!job || !file) return refuse({ code: "not-found", what: "file" });
    if (file.byId !== actor.personId && actor.role !== "lead") refuse({ code: "not-allowed", right: "job.record" });
    await removeFile(db, job.id, fileId, now);
    await announceJob(db, { siteId: site.id, jobId: job.id, version: job.version, files: true });
    return null;
  },
};
