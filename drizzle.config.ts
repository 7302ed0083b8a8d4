import { defineConfig } from "drizzle-kit";

export default defineConfig({
  dialect: "postgresql",
  schema: "./data/schema/index.ts",
  out: "./data/migrations",
});
