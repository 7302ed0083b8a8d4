import { NextResponse, type NextRequest } from "next/server";

/**
 * The content security policy of every page, with a fresh nonce. Style attributes are allowed inline (the
 * drawings and the dialogs set positions), style elements and scripts only with the nonce.
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
  const headers = new Headers(request.headers);
  headers.set("x-nonce", nonce);
  headers.set("content-security-policy", policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("content-security-policy", policy);
  return response;
}

const isDevelopment = process.env.NODE_ENV === "development";

/** Pages alone: the headers of answers and files are fixed, and stand in next.config.ts. */
export const config = { matcher: "/((?!_next/static|favicon.ico|picture.js$|api/).*)" };
