import Joi from "joi";
import { cookies } from "next/headers";
import { readJson } from "@/server/api/body";
import { sessionCookie } from "@/server/api/cookie";
import { badInput, notAllowed, problemResponse } from "@/server/api/problem";
import { fromOwnPages, guarded, json } from "@/server/api/route";
import { endSession, SESSION_COOKIE } from "@/server/auth/session";
import { signIn } from "@/server/auth/sign-in";
import { pool } from "@/server/db/pool";
import { validate } from "@/server/input";

const input = Joi.object<{ name: string; passphrase: string }>({
  name: Joi.string().trim().max(80).required().messages({ "string.empty": "Enter your name" }),
  passphrase: Joi.string().max(200).required().messages({ "string.empty": "Enter your passphrase" }),
});

/** Signs in. */
export async function POST(request: Request): Promise<Response> {
  return guarded(async () => {
    if (!fromOwnPages(request)) return problemResponse(notAllowed);
    const body = await readJson(request);
    if (!body.ok) return problemResponse(body.problem);
    const parsed = validate(input, body.value);
    if (!parsed.ok) return problemResponse(badInput(parsed.problems));
    const result = await signIn(parsed.value.name, parsed.value.passphrase, new Date());
    if (result.ok) {
      (await cookies()).set(SESSION_COOKIE, result.token, sessionCookie(request));
      return json({ signedIn: true });
    }
    const detail =
      result.why === "wrong"
        ? "Name and passphrase do not belong together."
        : `Too many attempts under this name. Wait ${result.waitMinutes} minutes, or ask a lead for a new passphrase.`;
    return problemResponse({ status: result.why === "wrong" ? 403 : 429, title: "Not signed in", detail });
  });
}

/** Signs out: here only. */
export async function DELETE(request: Request): Promise<Response> {
  return guarded(async () => {
    if (!fromOwnPages(request)) return problemResponse(notAllowed);
    const jar = await cookies();
    const token = jar.get(SESSION_COOKIE)?.value;
    if (token) await endSession(pool(), token);
    jar.delete(SESSION_COOKIE);
    return json({ signedIn: false });
  });
}
