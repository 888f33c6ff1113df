import { cookies } from "next/headers";
import { addressOf } from "@/server/api/address";
import { openCall } from "@/server/api/call";
import { DEVICE_COOKIE, deviceCookie, sessionCookie } from "@/server/api/cookie";
import { refuseWith, type Problem } from "@/server/api/problem";
import { signInInput } from "@/server/api/sign-in-input";
import { waitText } from "@/server/auth/limits";
import { endSession, SESSION_COOKIE } from "@/server/auth/session";
import { signIn, type SignInResult } from "@/server/auth/sign-in";
import { pool } from "@/server/db/pool";

/** Signs in. */
export const POST = openCall(signInInput, async ({ request, input, now }) => {
  const jar = await cookies();
  const device = jar.get(DEVICE_COOKIE)?.value ?? null;
  const result = await signIn({ ...input, address: addressOf(request), device }, now);
  if (!result.ok) return refuseWith(notSignedInAs(result));
  jar.set(SESSION_COOKIE, result.token, sessionCookie(request));
  jar.set(DEVICE_COOKIE, result.device, deviceCookie(request));
  return { signedIn: true };
});

function notSignedInAs(result: Exclude<SignInResult, { readonly ok: true }>): Problem {
  if (result.why === "wrong")
    return { status: 403, title: "Not signed in", detail: "Name and passphrase do not belong together." };
  const wait = waitText(result.waitSeconds);
  const detail = `Too many attempts. Wait ${wait}, or ask a lead for a new passphrase.`;
  return { status: 429, title: "Not signed in", detail, extra: { waitSeconds: result.waitSeconds } };
}

/** Signs out: here only. */
export const DELETE = openCall(null, async () => {
  const jar = await cookies();
  const token = jar.get(SESSION_COOKIE)?.value;
  if (token) await endSession(pool(), token);
  jar.delete(SESSION_COOKIE);
  return { signedIn: false };
});
