import { createPublicKey } from "node:crypto";
import { exportJWK, importPKCS8, jwtVerify, SignJWT, type JWK } from "jose";
import { refuse } from "@/core/problem/problem";
import { badgeOf, type Badge, type StepAward } from "@/core/credential/badge";

/** Credentials are signed as JSON Web Tokens with RS256, which every reader of open badges must know. */
const ALGORITHM = "RS256";

/** The key a school signs with, from its PEM (PKCS #8). */
export interface BadgeKey {
  privatePem: string;
  /** Its public half, as it is published. */
  publicJwk: JWK;
}

/** Reads the signing key; refuses where there is none, or none that can be used. */
export async function readBadgeKey(pem: string | undefined): Promise<BadgeKey> {
  if (!pem) refuse({ code: "badge-key-missing" });
  try {
    const text = pem.replace(/\\n/g, "\n");
    await importPKCS8(text, ALGORITHM);
    const jwk = await exportJWK(createPublicKey(text));
    return { privatePem: text, publicJwk: { ...jwk, alg: ALGORITHM, use: "sig" } };
  } catch {
    refuse({ code: "badge-key-unreadable" });
  }
}

/** A step award as a signed credential: a compact JSON Web Token whose payload is the badge. */
export async function signBadge(award: StepAward, key: BadgeKey): Promise<string> {
  const badge = badgeOf(award);
  return new SignJWT({ ...badge })
    .setProtectedHeader({ alg: ALGORITHM, typ: "JWT", jwk: key.publicJwk })
    .setIssuer(badge.issuer.id)
    .setJti(badge.id)
    .setNotBefore(new Date(award.earnedAt))
    .sign(await importPKCS8(key.privatePem, ALGORITHM));
}

/** The badge of a credential this school signed; null where it didn't, or it was altered since. */
export async function verifyBadge(token: string, key: BadgeKey): Promise<Badge | null> {
  try {
    const { payload } = await jwtVerify(token.trim(), createPublicKey(key.privatePem), {
      algorithms: [ALGORITHM],
    });
    return payload as unknown as Badge;
  } catch {
    return null;
  }
}
