import { inTurns } from "./inTurns";

const busyFor = (ms: number) => {
  const until = performance.now() + ms;
  while (performance.now() < until);
};

test("what is long lets others have their turn, and comes to its end", async () => {
  const turns: number[] = [];
  const others = setInterval(() => turns.push(performance.now()), 1);
  const value = await inTurns(
    (function* () {
      for (let step = 0; step < 30; step += 1) {
        busyFor(5);
        yield step;
      }
      return "done";
    })(),
  );
  clearInterval(others);
  expect(value).toBe("done");
  expect(turns.length).toBeGreaterThan(5);
});

test("a step that throws ends it", async () => {
  const steps = (function* (): Generator<number, never> {
    yield 1;
    throw new Error("too large");
  })();
  await expect(inTurns(steps)).rejects.toThrow("too large");
});
