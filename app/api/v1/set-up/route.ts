import { cookies } from "next/headers";
import { openCall } from "@/server/api/call";
import { sessionCookie } from "@/server/api/cookie";
import { refuseWith } from "@/server/api/problem";
import { SESSION_COOKIE } from "@/server/auth/session";
import { setUpInput, setUpShop } from "@/server/auth/set-up";

/** The first visitor sets the shop up and becomes its first lead; nobody can do it again. */
export const POST = openCall(setUpInput, async ({ request, input, now }) => {
  const token = await setUpShop(input, now);
  if (!token)
    return refuseWith({ status: 409, title: "Set up already", detail: "This shop was set up before. Sign in." });
  (await cookies()).set(SESSION_COOKIE, token, sessionCookie(request));
  return { signedIn: true };
});
