import "server-only";

/** A file that is sent as it is made. */
export function streamed(
  pieces: AsyncGenerator<string>,
  file: { readonly name: string; readonly type: string },
): Response {
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    async pull(controller) {
      const { done, value } = await pieces.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
    async cancel() {
      await pieces.return(undefined);
    },
  });
  return new Response(body, {
    headers: {
      "content-type": file.type,
      "content-disposition": `attachment; filename="${file.name}"`,
      "cache-control": "no-store",
    },
  });
}
