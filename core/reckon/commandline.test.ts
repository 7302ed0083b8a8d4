import { spawnSync } from "node:child_process";

const run = (args: string[], input = "") =>
  spawnSync(process.execPath, ["--import", "tsx", "scripts/reckon.ts", ...args], {
    encoding: "utf8",
    input,
  });

test("one JSON object on standard output", () => {
  const done = run(["taper", '{"from":{"shape":"square","size":12},"to":"point","length":90}']);
  expect([done.status, done.stderr]).toEqual([0, ""]);
  expect(JSON.parse(done.stdout)).toEqual({ stockLengthMm: 30, volumeMm3: 4320 });
});

test("input may come on standard input", () => {
  const done = run(["length"], '{"text":"5/8 in"}');
  expect(JSON.parse(done.stdout)).toMatchObject({ mm: 15.875 });
});

test.each([
  [["taper", '{"from":{"shape":"square"},"to":"point","length":90}'], "from.size"],
  [["taper", "{nonsense"], ""],
  [["nonsense", "{}"], ""],
])("%j: nothing on standard output, the reason on standard error, exit 2", (args, path) => {
  const done = run(args);
  expect([done.status, done.stdout]).toEqual([2, ""]);
  const { error } = JSON.parse(done.stderr) as { error: { message: string; path: string } };
  expect(error.path).toBe(path);
  expect(error.message.length).toBeGreaterThan(10);
});

test("the list describes every reckoner", () => {
  const { reckoners } = JSON.parse(run(["list"]).stdout) as { reckoners: { name: string }[] };
  expect(reckoners.map(({ name }) => name)).toContain("plan");
});
