"use client";

import { setNonce } from "get-nonce";

/** Tells libraries that add a style element which nonce the page's security policy expects of it. */
export function StyleNonce({ nonce }: { readonly nonce: string }) {
  if (typeof window !== "undefined") setNonce(nonce);
  return null;
}
