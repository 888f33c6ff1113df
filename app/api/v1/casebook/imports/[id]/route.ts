import { isUuid, type CommandId } from "@/core/ids";
import { problemOfRefusal, problemResponse } from "@/server/api/problem";
import { checkAccess, guarded, json } from "@/server/api/route";
import { progressOf } from "@/server/casebook/progress";

/** How far the import that was sent under this Idempotency-Key is; 404 before it was read and once it is over. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return guarded(async () => {
    const access = await checkAccess(request, "book.edit", new Date());
    if (!access.ok) return problemResponse(access.problem);
    const id = (await params).id.toLowerCase();
    const progress = isUuid(id) ? progressOf(id as CommandId) : null;
    return progress
      ? json(progress)
      : problemResponse(problemOfRefusal({ code: "not-found", what: "import under way" }));
  });
}
