import { NextResponse, type NextRequest } from "next/server";

/**
 * Headers of every page: a content security policy with a fresh nonce, and the
 * usual rest. Style attributes are allowed inline (the drawings and the dialogs
 * set positions), style elements and scripts only with the nonce.
 */
export function proxy(request: NextRequest): NextResponse {
  const nonce = btoa(crypto.randomUUID());
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${isDevelopment ? " 'unsafe-eval'" : ""}`,
    // The development overlay writes styles without a nonce.
    `style-src 'self' ${isDevelopment ? "'unsafe-inline'" : `'nonce-${nonce}'`}`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "manifest-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
  // A worker has a policy of its own: this one compiles the vision library, and asks for nothing else.
  if (request.nextUrl.pathname === PICTURE_WORKER) {
    const response = NextResponse.next();
    response.headers.set("content-security-policy", PICTURE_WORKER_POLICY);
    for (const [name, value] of FIXED_HEADERS) response.headers.set(name, value);
    return response;
  }
  const headers = new Headers(request.headers);
  headers.set("x-nonce", nonce);
  headers.set("content-security-policy", policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("content-security-policy", policy);
  for (const [name, value] of FIXED_HEADERS) response.headers.set(name, value);
  return response;
}

const PICTURE_WORKER = "/picture.js";
const PICTURE_WORKER_POLICY = "default-src 'none'; script-src 'self' 'unsafe-eval'";

const isDevelopment = process.env.NODE_ENV === "development";

const FIXED_HEADERS: readonly [string, string][] = [
  ["x-content-type-options", "nosniff"],
  ["referrer-policy", "same-origin"],
  ["x-frame-options", "DENY"],
  ["cross-origin-opener-policy", "same-origin"],
  ["permissions-policy", "camera=(self), microphone=(), geolocation=()"],
  ["strict-transport-security", "max-age=31536000"],
];

/** What goes by it is kept in memory: an archive that is sent is not. */
export const config = { matcher: "/((?!_next/static|favicon.ico|api/school/archive/in$).*)" };
