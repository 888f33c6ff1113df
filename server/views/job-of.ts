import "server-only";
import { cache } from "react";
import type { JobId, SiteId } from "@/core/ids";
import { findJob } from "@/server/db/jobs";
import { pool } from "@/server/db/pool";

/** A job of this shop, looked up once for a page and what stands around it; null where there is none. */
export const jobOf = cache((siteId: SiteId, id: JobId) => findJob(pool(), siteId, id));
