import "server-only";
import { createReadStream } from "node:fs";
import { mkdtemp, open, rm, type FileHandle } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { createInterface } from "node:readline";

const FLUSH_AT = 1 << 20;

/** Values that wait in a file, one a line, so that no large casebook stands in memory. */
export class LineFile {
  #waiting: string[] = [];
  #waitingLength = 0;

  private constructor(
    private readonly folder: string,
    private readonly file: FileHandle,
  ) {}

  static async make(): Promise<LineFile> {
    const folder = await mkdtemp(path.join(tmpdir(), "casebook-"));
    try {
      return new LineFile(folder, await open(nameIn(folder), "wx", 0o600));
    } catch (error) {
      await rm(folder, { recursive: true, force: true });
      throw error;
    }
  }

  /** A value as JSON: without a line break in it. */
  add(line: string): void {
    this.#waiting.push(line);
    this.#waitingLength += line.length;
  }

  /** Writes what waits, once it is worth it. */
  async breathe(): Promise<void> {
    if (this.#waitingLength > FLUSH_AT) await this.#flush();
  }

  /** Nothing more comes. */
  async end(): Promise<void> {
    await this.#flush().finally(() => this.file.close());
  }

  /** The values, once it has ended, as often as they are asked for. */
  async *values(): AsyncGenerator<unknown> {
    const input = createReadStream(nameIn(this.folder));
    for await (const line of createInterface({ input, crlfDelay: Number.POSITIVE_INFINITY })) yield JSON.parse(line);
  }

  async dispose(): Promise<void> {
    await rm(this.folder, { recursive: true, force: true });
  }

  async #flush(): Promise<void> {
    if (!this.#waiting.length) return;
    await this.file.write(`${this.#waiting.join("\n")}\n`);
    this.#waiting = [];
    this.#waitingLength = 0;
  }
}

const nameIn = (folder: string) => path.join(folder, "lines");
