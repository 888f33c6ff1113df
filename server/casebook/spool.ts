import "server-only";
import { createHash } from "node:crypto";
import { JSONParser } from "@streamparser/json";
import { Heaviness, type TooHeavy } from "./heaviness";
import { LineFile } from "./line-file";

/** A casebook that came in whole and well-formed: its jobs wait in a file, line by line, so that no large book stands in memory. */
export interface SpooledCasebook {
  /** Everything but the jobs; `jobs` is an empty list where they were a list, else what stood there. */
  readonly book: Readonly<Record<string, unknown>>;
  readonly jobCount: number;
  /** The same for the same content, however it is spaced. */
  readonly hash: Buffer;
  readonly jobs: () => AsyncIterable<unknown>;
  /** Removes the file. */
  readonly dispose: () => Promise<void>;
}

type SpoolResult =
  { readonly ok: true; readonly casebook: SpooledCasebook } | { readonly ok: false; readonly why: Unreadable };

/** Too long; holding too much at once, or nested too deep, to be taken apart; or no JSON. */
export type Unreadable = "too-large" | TooHeavy | "malformed";

/** Reads a casebook piece by piece. What is longer than the limit is too large, whatever else is wrong with it. */
export async function spoolCasebook(pieces: AsyncIterable<Uint8Array>, limit: number): Promise<SpoolResult> {
  const file = await LineFile.make();
  const dispose = () => file.dispose();
  try {
    const reader = new Reader(file);
    const why = await reader.readAll(pieces, limit).finally(() => file.end());
    if (why) {
      await dispose();
      return { ok: false, why };
    }
    return { ok: true, casebook: { ...reader.result(), jobs: () => file.values(), dispose } };
  } catch (error) {
    await dispose();
    throw error;
  }
}

/** Takes a casebook's JSON apart as it comes: the jobs to the file, the rest to memory. */
class Reader {
  readonly #book: Record<string, unknown> = {};
  readonly #hash = createHash("sha256");
  #jobCount = 0;
  #broken = false;
  readonly #heaviness = new Heaviness();
  readonly #parser = new JSONParser({ paths: ["$.*", "$.jobs.*"], keepStack: false });

  constructor(private readonly file: LineFile) {
    this.#parser.onToken = ({ token }) => this.#heaviness.weigh(token);
    this.#parser.onError = () => (this.#broken = true);
    this.#parser.onValue = ({ value, key, parent, stack }) => {
      if (stack.length === 1) this.#keep(String(key), value);
      else if (Array.isArray(parent) && typeof key === "number") {
        this.#spool(value);
        // The parser keeps the list; what is in the file already need not stay in it.
        parent[key] = 0;
      }
    };
  }

  async readAll(pieces: AsyncIterable<Uint8Array>, limit: number): Promise<Unreadable | null> {
    const decoder = new TextDecoder("utf-8", { fatal: true });
    let length = 0;
    for await (const piece of pieces) {
      length += piece.length;
      if (length > limit) return "too-large";
      if (!this.#broken) this.#write(() => decoder.decode(piece, { stream: true }));
      if (this.#heaviness.found) return this.#heaviness.found;
      await this.file.breathe();
    }
    if (!this.#broken) this.#write(() => decoder.decode());
    if (!this.#broken && !this.#parser.isEnded) this.#write(() => "\n");
    return this.#broken || !this.#parser.isEnded || length === 0 ? "malformed" : null;
  }

  result(): Omit<SpooledCasebook, "jobs" | "dispose"> {
    const hash = this.#hash.update(JSON.stringify(this.#book)).digest();
    return { book: this.#book, jobCount: this.#jobCount, hash };
  }

  #write(decode: () => string): void {
    try {
      this.#parser.write(decode());
    } catch {
      this.#broken = true;
    }
  }

  #keep(key: string, value: unknown): void {
    // A second list of jobs, or a second book, would be half read by whoever takes the last one: neither is taken.
    if (Object.hasOwn(this.#book, key)) this.#broken = true;
    this.#book[key] = key === "jobs" && Array.isArray(value) ? [] : value;
  }

  #spool(job: unknown): void {
    const line = JSON.stringify(job);
    this.#jobCount++;
    this.#heaviness.release();
    this.#hash.update(line).update("\n");
    this.file.add(line);
  }
}
