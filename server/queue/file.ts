import "server-only";
import { promisify } from "node:util";
import { constants, gunzip, gzip } from "node:zlib";
import { insertPiece, readPiece } from "@/server/db/long-work";
import { pool } from "@/server/db/pool";

/** The file that comes with long work, or out of it: in the database, compressed, in pieces of so many bytes. */
const PIECE_BYTES = 1 << 20;

const [zip, unzip] = [promisify(gzip), promisify(gunzip)];

/** @returns how many bytes it has; null where it is longer than the most, and was not kept whole */
export async function keepFile(
  id: string,
  body: AsyncIterable<Uint8Array>,
  mostBytes = Number.POSITIVE_INFINITY,
): Promise<number | null> {
  let [waiting, waitingBytes, bytes, seq]: [Uint8Array[], number, number, number] = [[], 0, 0, 0];
  const write = async () => {
    const piece = await zip(Buffer.concat(waiting), { level: constants.Z_BEST_SPEED });
    await insertPiece(pool(), id, seq++, piece);
    [waiting, waitingBytes] = [[], 0];
  };
  for await (const piece of body) {
    bytes += piece.length;
    if (bytes > mostBytes) return null;
    waiting.push(piece);
    waitingBytes += piece.length;
    if (waitingBytes >= PIECE_BYTES) await write();
  }
  if (waitingBytes) await write();
  return bytes;
}

/** Its bytes, piece by piece. */
export async function* fileOf(id: string): AsyncGenerator<Uint8Array<ArrayBuffer>> {
  for (let seq = 0; ; seq++) {
    const piece = await readPiece(pool(), id, seq);
    if (!piece) return;
    yield new Uint8Array(await unzip(piece));
  }
}
