"use client";

import { getNonce, setNonce } from "get-nonce";

/**
 * Gives the dialogs' scroll lock the page's nonce, so that the security policy
 * lets its style through. The first one counts: the policy is the document's,
 * and a refresh of the page's contents brings another nonce.
 */
export function StyleNonce({ nonce }: { nonce: string }) {
  if (typeof window !== "undefined" && !getNonce()) setNonce(nonce);
  return null;
}
