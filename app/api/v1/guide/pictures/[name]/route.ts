import { call } from "@/server/api/call";
import { refuse } from "@/server/commands/refusal";
import { guidePicture } from "@/server/views/guide";

/** A picture of the guide. */
export const GET = call("shop.read", null, async ({ params }) => {
  const picture = await guidePicture(params.name ?? "");
  if (!picture) return refuse({ code: "not-found", what: "picture" });
  return new Response(new Uint8Array(picture), {
    headers: { "content-type": "image/png", "cache-control": "private, max-age=3600" },
  });
});
