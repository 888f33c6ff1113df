import type Joi from "joi";
import type { Right } from "@/server/auth/rights";
import type { Schema } from "./schema";

/** One call, as the description tells of it. */
export interface DescribedCall {
  readonly method: "get" | "post" | "delete";
  /** As in `/api/v1/jobs/{id}/advice`. */
  readonly path: string;
  readonly summary: string;
  /** Who may; null where anybody may. */
  readonly right: Right | null;
  /** Its JSON body's own schema, or that it takes bytes. */
  readonly body?: Joi.Schema | "bytes";
  readonly query?: Readonly<Record<string, string>>;
  /** Of its answer where that is JSON; else its media type. */
  readonly answer: Schema | string;
  readonly status?: 200 | 201;
  /** What it may answer beside what follows from right and body. */
  readonly errors?: readonly number[];
}

export const IMAGE = "image/*";
