/** Other requests are kept waiting no longer than about this, ms. */
const TURN_MS = 12;

/**
 * What comes of something long that is done in steps, on the server's own thread: others have their turn
 * in between.
 *
 * @throws what a step throws
 */
export async function inTurns<Value>(steps: Generator<unknown, Value>): Promise<Value> {
  for (;;) {
    const began = performance.now();
    while (performance.now() - began < TURN_MS) {
      const step = steps.next();
      if (step.done) return step.value;
    }
    await new Promise((resolve) => setImmediate(resolve));
  }
}
