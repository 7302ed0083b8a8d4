import type { NextConfig } from "next";

const config: NextConfig = {
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
