import type { NextConfig } from "next";

/** Of every answer; the policy of a page, with its nonce, is in proxy.ts. */
const HEADERS: Record<string, string> = {
  "x-content-type-options": "nosniff",
  "referrer-policy": "same-origin",
  "x-frame-options": "DENY",
  "cross-origin-opener-policy": "same-origin",
  "permissions-policy": "camera=(self), microphone=(), geolocation=()",
  "strict-transport-security": "max-age=31536000",
};

/** Data and files run nothing. A viewer of PDFs may need more than nothing of the rest. */
const DATA_POLICY = [
  "default-src 'self'",
  "script-src 'none'",
  "style-src-attr 'unsafe-inline'",
  "object-src 'none'",
  "base-uri 'none'",
  "form-action 'none'",
  "frame-ancestors 'none'",
].join("; ");
/** A worker has a policy of its own: this one compiles the vision library, and asks for nothing else. */
const PICTURE_WORKER_POLICY = "default-src 'none'; script-src 'self' 'unsafe-eval'";

const headersOf = (source: string, headers: Record<string, string>) => ({
  source,
  headers: Object.entries(headers).map(([key, value]) => ({ key, value })),
});

const config: NextConfig = {
  headers: () => [
    headersOf("/:path*", HEADERS),
    headersOf("/api/:path*", { "content-security-policy": DATA_POLICY }),
    headersOf("/picture.js", { "content-security-policy": PICTURE_WORKER_POLICY }),
  ],
  // The tests build beside a running demonstration without disturbing it.
  distDir: process.env.BELL_STEP_DIST ?? ".next",
  // Types are checked by `npm run types`, which the tests run.
  typescript: { ignoreBuildErrors: true },
  poweredByHeader: false,
  reactStrictMode: true,
  turbopack: { root: import.meta.dirname },
  serverExternalPackages: [
    "@node-rs/argon2",
    "highs",
    "nodemailer",
    "pdfkit",
    "pg",
    "pino",
    "tinypool",
  ],
  experimental: {
    authInterrupts: true,
    // What only the server loads is left readable: a third of the build's time, and better traces.
    turbopackMinify: { server: false, client: true },
    turbopackSourceMaps: false,
    turbopackInputSourceMaps: false,
    // Written for a minute to save one in the next build, which starts from a clean folder mostly.
    turbopackFileSystemCacheForBuild: false,
  },
};

export default config;
