import { createHash, createHmac } from "node:crypto";

/** Only this is stored of the token of a private address. */
export const hashToken = (token: string): string =>
  createHash("sha256").update(token).digest("hex");

/**
 * The token of a private address: the same for the same record, so that asking for it again
 * gives the same address, and not to be guessed without the server's secret.
 */
export const tokenOf = (use: "join" | "calendar" | "back", id: string, secret: string): string =>
  createHmac("sha256", secret).update(`${use}:${id}`).digest("base64url");
