import "server-only";

/** A body that is sent as it is made, piece by piece. */
export function piecesOf<Piece>(
  pieces: AsyncGenerator<Piece>,
  written: (piece: Piece) => string | Uint8Array<ArrayBuffer>,
): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  return new ReadableStream<Uint8Array>({
    async pull(controller) {
      const { done, value } = await pieces.next();
      if (done) return controller.close();
      const piece = written(value);
      controller.enqueue(typeof piece === "string" ? encoder.encode(piece) : piece);
    },
    async cancel() {
      await pieces.return(undefined);
    },
  });
}

interface FileSent {
  readonly name: string;
  readonly type: string;
}

/** A file that is sent as it is made. */
export const streamed = (
  pieces: AsyncGenerator<string | Uint8Array<ArrayBuffer>>,
  { name, type }: FileSent,
): Response =>
  new Response(
    piecesOf(pieces, (piece) => piece),
    {
      headers: {
        "content-type": type,
        "content-disposition": `attachment; filename="${name}"`,
        "cache-control": "no-store",
      },
    },
  );
