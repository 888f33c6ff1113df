import Joi from "joi";
import { cookies } from "next/headers";
import { readJson } from "@/server/api/body";
import { DEVICE_COOKIE, deviceCookie, sessionCookie } from "@/server/api/cookie";
import { addressOf } from "@/server/api/address";
import { badInput, notAllowed, problemResponse, type Problem } from "@/server/api/problem";
import { fromOwnPages, guarded, json } from "@/server/api/route";
import { endSession, SESSION_COOKIE } from "@/server/auth/session";
import { waitText } from "@/server/auth/limits";
import { signIn, type SignInResult } from "@/server/auth/sign-in";
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
    const jar = await cookies();
    const device = jar.get(DEVICE_COOKIE)?.value ?? null;
    const result = await signIn({ ...parsed.value, address: addressOf(request), device }, new Date());
    if (!result.ok) return problemResponse(notSignedInAs(result));
    jar.set(SESSION_COOKIE, result.token, sessionCookie(request));
    jar.set(DEVICE_COOKIE, result.device, deviceCookie(request));
    return json({ signedIn: true });
  });
}

function notSignedInAs(result: Exclude<SignInResult, { readonly ok: true }>): Problem {
  if (result.why === "wrong")
    return { status: 403, title: "Not signed in", detail: "Name and passphrase do not belong together." };
  const wait = waitText(result.waitSeconds);
  const detail = `Too many attempts. Wait ${wait}, or ask a lead for a new passphrase.`;
  return { status: 429, title: "Not signed in", detail, extra: { waitSeconds: result.waitSeconds } };
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
