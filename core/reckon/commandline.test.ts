import { spawnSync } from "node:child_process";
import { answerLine } from "./commandline";

const noInput = () => "";

describe("as a process", () => {
  const run = (args: string[], input = "") => {
    const started = ["--import", "tsx", "scripts/reckon.ts", ...args];
    const { status, stdout, stderr } = spawnSync(process.execPath, started, {
      encoding: "utf8",
      input,
    });
    return { status, stdout, stderr };
  };

  test("the input on standard input; one JSON object on standard output, exit 0", () => {
    const done = run(["length"], '{"text":"5/8 in"}');
    expect(done).toMatchObject({ status: 0, stderr: "" });
    expect(JSON.parse(done.stdout)).toMatchObject({ mm: 15.875 });
  });

  test("nothing on standard output, the reason on standard error, exit 2", () => {
    const done = run(["taper", "{nonsense"]);
    expect(done).toMatchObject({ status: 2, stdout: "" });
    expect(JSON.parse(done.stderr)).toMatchObject({ error: { path: "" } });
  });

  test("a reader that closes early is no error", () => {
    const piped = `"${process.execPath}" --import tsx scripts/reckon.ts list | true`;
    const { status, stderr } = spawnSync("sh", ["-c", piped], { encoding: "utf8" });
    expect([status, stderr]).toEqual([0, ""]);
  });
});

test("the input may come as an argument", () => {
  const input = '{"from":{"shape":"square","size":12},"to":"point","length":90}';
  const { output, error, exitCode } = answerLine(["taper", input], noInput);
  expect([exitCode, error]).toEqual([0, ""]);
  expect(JSON.parse(output)).toEqual({ stockLengthMm: 30, volumeMm3: 4320 });
});

test("a byte-order mark before the input is passed over", () => {
  const { output } = answerLine(["length"], () => '\uFEFF{"text":"5/8 in"}');
  expect(JSON.parse(output)).toMatchObject({ mm: 15.875 });
});

test.each([
  [["taper", '{"from":{"shape":"square"},"to":"point","length":90}'], "from.size"],
  [["taper", "{nonsense"], ""],
  [["taper"], ""],
  [["nonsense", "{}"], ""],
])("%j is refused with the place and the reason", (args, path) => {
  const { output, error, exitCode } = answerLine(args, noInput);
  expect([exitCode, output]).toEqual([2, ""]);
  const said = JSON.parse(error) as { error: { message: string; path: string } };
  expect(said.error.path).toBe(path);
  expect(said.error.message.length).toBeGreaterThan(10);
});

test("without a name, or by `list`, every reckoner is described", () => {
  const listed = answerLine([], noInput);
  expect(answerLine(["list"], noInput)).toEqual(listed);
  const { reckoners } = JSON.parse(listed.output) as { reckoners: { name: string }[] };
  expect(reckoners.map(({ name }) => name)).toContain("plan");
});
