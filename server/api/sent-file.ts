import "server-only";
import { refuseInput } from "@/server/commands/refusal";
import { MOST_FILE_BYTES, readFile, type FileProblem, type KeptFile } from "@/server/files/read-file";
import { readBytes } from "./body";
import { refuseWith } from "./problem";

const PROBLEMS: Record<FileProblem, string> = {
  unknown: "is neither a JPEG, PNG or WebP picture nor a PDF, by its content",
  broken: "is damaged or was cut off on its way",
  "too-large-picture": "has more points than a picture may have",
};

/** The bytes of a request, 15 MB at most. @throws ProblemThrown 413 */
export async function sentBytes(request: Request): Promise<Buffer> {
  const body = await readBytes(request, MOST_FILE_BYTES);
  if (body) return Buffer.from(body);
  return refuseWith({ status: 413, title: "Too large", detail: "A file may have 15 MB at most. Nothing was kept." });
}

/** A picture written anew, or a PDF, checked by content. @throws Refused that says what is wrong with it */
export async function keptFile(bytes: Buffer): Promise<KeptFile> {
  const read = await readFile(bytes);
  return read.ok ? read.file : refuseInput("file", PROBLEMS[read.problem]);
}
