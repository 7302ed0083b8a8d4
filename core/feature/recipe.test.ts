import { spawnSync } from "node:child_process";
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";

/** A kind nobody has: a saw cut across the bar, which draws itself as a stamp does. */
const NOTCH = `
import * as z from "zod";
import { anyPlace, atPlace, defineFeature } from "../feature";

const schema = z.strictObject({ ...atPlace, kind: z.literal("notch") });

export const notch = defineFeature<typeof schema>({
  kind: "notch",
  name: "Notch",
  about: "a saw cut across the bar",
  schema,
  curves: false,
  fields: [],
  extent: ({ at }) => ({ fromMm: at, toMm: at, needsMm: null }),
  warnings: () => [],
  characteristics: () => [],
  operations: (one) => [
    {
      operation: "stamp",
      leaves: one,
      sizes: ({ at }) => [{ name: "From end A", value: at, unit: "mm" }],
    },
  ],
  marks: ({ at }) => [{ what: "notch", atMm: at }],
  risks: () => [],
  start: ({ id, atMm }) => ({ id, kind: "notch", at: atMm }),
  describe: ({ at }, length) => \`at \${length(at)} from A\`,
  sample: (id, lengthMm, random) => ({ id, kind: "notch", at: anyPlace(lengthMm, random) }),
});
`;

/** What the copy is asked: reading, planning, the stages, what is offered and generated. */
const ASK = `
import fc from "fast-check";
import { FEATURE_KINDS } from "./feature/registry";
import { readPiece } from "./piece/piece";
import { planPiece } from "./piece/plan";
import { anyPiece } from "./testing/pieces";
import { planWork } from "./workpiece/stages";

const read = readPiece({
  format: "bell-step.piece/1",
  name: "Notched bar",
  stock: { section: "12 square" },
  stretches: [{ id: "bar", kind: "prism", section: "12 square", length: 200 }],
  features: [{ id: "saw-cut", kind: "notch", at: 80 }],
});
if (!read.ok) throw new Error(read.error.message);
const made = fc.sample(anyPiece, { numRuns: 200, seed: 1 });
process.stdout.write(
  JSON.stringify({
    offered: FEATURE_KINDS.map(({ name }) => name),
    measured: planPiece(read.value).characteristics.length,
    marks: planWork(read.value).marks.map(({ what, fromAMm }) => [what, fromAMm]),
    stages: planWork(read.value).stages.map(({ title }) => title),
    generated: made.some(({ features = [] }) => features.some((one) => (one.kind as string) === "notch")),
  }),
);
`;

test("a new kind of feature is one file and one line: carried out on a copy of the core", () => {
  mkdirSync(".local", { recursive: true });
  const copy = mkdtempSync(join(".local", "recipe-"));
  try {
    cpSync("core", copy, { recursive: true, filter: (path) => !path.endsWith(".test.ts") });
    writeFileSync(join(copy, "feature/kinds/notch.ts"), NOTCH);
    const registry = join(copy, "feature/registry.ts");
    const before = readFileSync(registry, "utf8");
    writeFileSync(
      registry,
      `import { notch } from "./kinds/notch";\n${before.replace("const KINDS = [", "const KINDS = [notch, ")}`,
    );
    writeFileSync(join(copy, "ask.ts"), ASK);
    const { stdout, stderr } = spawnSync(
      process.execPath,
      ["--import", "tsx", join(copy, "ask.ts")],
      { encoding: "utf8" },
    );
    expect(stderr).toBe("");
    const answer = JSON.parse(stdout) as Record<string, unknown>;
    expect(answer.offered).toContain("Notch");
    expect(answer.measured).toBeGreaterThan(0);
    expect(answer.marks).toContainEqual([expect.stringMatching(/saw cut|notch/i), 80]);
    expect((answer.stages as string[]).some((title) => title.includes("saw cut"))).toBe(true);
    expect(answer.generated).toBe(true);
  } finally {
    rmSync(copy, { recursive: true, force: true });
  }
});
