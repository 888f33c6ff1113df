import { cookies } from "next/headers";
import { readJson } from "@/server/api/body";
import { sessionCookie } from "@/server/api/cookie";
import { badInput, notAllowed, problemResponse } from "@/server/api/problem";
import { fromOwnPages, guarded, json } from "@/server/api/route";
import { SESSION_COOKIE } from "@/server/auth/session";
import { setUpInput, setUpShop } from "@/server/auth/set-up";
import { validate } from "@/server/input";

/** The first visitor sets the shop up and becomes its first lead; nobody can do it again. */
export async function POST(request: Request): Promise<Response> {
  return guarded(async () => {
    if (!fromOwnPages(request)) return problemResponse(notAllowed);
    const body = await readJson(request);
    if (!body.ok) return problemResponse(body.problem);
    const parsed = validate(setUpInput, body.value);
    if (!parsed.ok) return problemResponse(badInput(parsed.problems));
    const token = await setUpShop(parsed.value, new Date());
    if (!token)
      return problemResponse({ status: 409, title: "Set up already", detail: "This shop was set up before. Sign in." });
    (await cookies()).set(SESSION_COOKIE, token, sessionCookie(request));
    return json({ signedIn: true });
  });
}
