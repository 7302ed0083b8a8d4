import type { NextConfig } from "next";

const config: NextConfig = {
  // The tests build beside a running demonstration without disturbing it.
  distDir: process.env.BELL_STEP_DIST ?? ".next",
  // The tests check all types themselves, beside this build.
  typescript: { ignoreBuildErrors: process.env.BELL_STEP_TYPES_CHECKED === "1" },
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
  experimental: { authInterrupts: true },
};

export default config;
