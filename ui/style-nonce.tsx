"use client";

import { getNonce, setNonce } from "get-nonce";

/**
 * Tells libraries that add a style element which nonce the page's security policy expects of it. The first one holds for as long
 * as the document lives: a refresh brings another, but the policy stays.
 */
export function StyleNonce({ nonce }: { readonly nonce: string }) {
  if (typeof window !== "undefined" && !getNonce()) setNonce(nonce);
  return null;
}
