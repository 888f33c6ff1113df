import "server-only";
import { MOST_FILE_BYTES, readFile, type FileProblem, type KeptFile } from "@/server/files/read-file";
import { readBytes } from "./body";
import { badInput, problemResponse } from "./problem";

const PROBLEMS: Record<FileProblem, string> = {
  unknown: "is neither a JPEG, PNG or WebP picture nor a PDF, by its content",
  broken: "is damaged or was cut off on its way",
  "too-large-picture": "has more points than a picture may have",
};

type Sent = { readonly ok: true; readonly bytes: Buffer } | { readonly ok: false; readonly response: Response };

/** The bytes of a request, 15 MB at most. */
export async function sentBytes(request: Request): Promise<Sent> {
  const body = await readBytes(request, MOST_FILE_BYTES);
  if (body) return { ok: true, bytes: Buffer.from(body) };
  const detail = "A file may have 15 MB at most. Nothing was kept.";
  return { ok: false, response: problemResponse({ status: 413, title: "Too large", detail }) };
}

type Read = { readonly ok: true; readonly file: KeptFile } | { readonly ok: false; readonly response: Response };

/** A picture written anew, or a PDF, checked by content; or the answer that says what is wrong with it. */
export async function keptFile(bytes: Buffer): Promise<Read> {
  const read = await readFile(bytes);
  if (read.ok) return read;
  return { ok: false, response: problemResponse(badInput([{ path: "file", message: PROBLEMS[read.problem] }])) };
}
