import { problemResponse } from "@/server/api/problem";
import { checkAccess, guarded, json } from "@/server/api/route";
import { loadVin } from "@/server/views/vin";

/** What a VIN says of its vehicle. A VIN that is wrong is an answer, not an error. */
export async function GET(request: Request, { params }: RouteContext<"/api/v1/vin/[vin]">): Promise<Response> {
  return guarded(async () => {
    const now = new Date();
    const access = await checkAccess(request, "shop.read", now);
    if (!access.ok) return problemResponse(access.problem);
    return json(await loadVin((await params).vin, now));
  });
}
