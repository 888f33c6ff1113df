import { spawnSync } from "node:child_process";
import { appendFileSync, chmodSync, mkdirSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

/** A small disk in memory, that can be filled. */
export interface SmallDisk {
  /** Of it, where something may be kept. */
  readonly folder: string;
  /** Takes what is left of it. */
  fill(): void;
  free(): void;
  unmount(): void;
}

const PIECE = Buffer.alloc(1024 * 1024, "x");

/** @returns null where this machine does not let us have one: it takes root, and the right to mount */
export function mountSmallDisk(sizeMib: number): SmallDisk | null {
  const folder = mkdtempSync(join(tmpdir(), "small-disk-"));
  const { status } = spawnSync("mount", ["-t", "tmpfs", "-o", `size=${sizeMib}m`, "tmpfs", folder]);
  if (status !== 0) {
    rmSync(folder, { recursive: true });
    return null;
  }
  chmodSync(folder, 0o755);
  const data = join(folder, "data");
  mkdirSync(data);
  const filler = join(folder, "filler");
  return {
    folder: data,
    fill() {
      for (let piece = PIECE; piece.length;)
        try {
          appendFileSync(filler, piece);
        } catch (error) {
          if ((error as NodeJS.ErrnoException).code !== "ENOSPC") throw error;
          // What does not fit whole fits in half, down to the last page.
          piece = piece.subarray(0, Math.floor(piece.length / 2));
        }
    },
    free: () => rmSync(filler, { force: true }),
    unmount() {
      spawnSync("umount", ["-l", folder]);
      rmSync(folder, { recursive: true, force: true, maxRetries: 5 });
    },
  };
}
