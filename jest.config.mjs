const swc = (module) => [
  "@swc/jest",
  {
    jsc: {
      parser: { syntax: "typescript", tsx: true },
      transform: { react: { runtime: "automatic" } },
      target: "es2022",
    },
    module: { type: module },
  },
];

const shared = {
  testEnvironment: "node",
  moduleNameMapper: { "^@/(.*)$": "<rootDir>/$1" },
};

/**
 * Two suites. `unit` needs nothing. `data` needs a PostgreSQL server in
 * TEST_DATABASE_URL, and runs as ES modules because the sign-in library ships as
 * nothing else (node --experimental-vm-modules).
 */
const config = {
  // Long enough for a machine that stands still for a while: what passes doesn't wait.
  testTimeout: 60_000,
  projects: [
    {
      ...shared,
      displayName: "unit",
      testMatch: ["<rootDir>/{core,print,ui}/**/*.test.ts?(x)"],
      transform: { "\\.(t|j)sx?$": swc("commonjs") },
      transformIgnorePatterns: [
        "/node_modules/(?!(uuid|ml-levenberg-marquardt|ml-matrix|is-any-array)/)",
      ],
    },
    {
      ...shared,
      displayName: "data",
      testMatch: ["<rootDir>/data/**/*.test.ts"],
      transform: { "\\.tsx?$": swc("es6") },
      extensionsToTreatAsEsm: [".ts", ".tsx"],
    },
  ],
};

export default config;
