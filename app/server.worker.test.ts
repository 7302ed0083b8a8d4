import { MessageChannel, receiveMessageOnPort } from "node:worker_threads";
import { planEvening } from "@/core/evening/plan";
import answer from "./server.worker";

/** One place for all of them: it is never perfect, and too large to be looked through. */
const evening = {
  ...{ minutes: 150, slot: 5, cleanUp: 10, instructors: [], demonstrations: [] },
  fires: [{ id: "1", places: 2, welds: true }],
  learners: Array.from({ length: 14 }, (_, at) => ({
    id: `l${at}`,
    work: [{ id: `w${at}`, minutes: 20 + 5 * (at % 4), weldMinutes: at % 3 ? 0 : 10 }],
  })),
};

test("an evening is planned as by the core, and it is said how far it is", async () => {
  const { port1, port2 } = new MessageChannel();
  const plan = await answer({ kind: "evening", evening, port: port2 });
  expect(plan).toEqual(planEvening(evening));
  const said: unknown[] = [];
  for (let one = receiveMessageOnPort(port1); one; one = receiveMessageOnPort(port1))
    said.push(one.message);
  expect(said.length).toBeGreaterThan(0);
  for (const share of said) expect(share).toBeGreaterThanOrEqual(0);
  port1.close();
});

test("told to stop it ends with what it has, which isn’t called proved", async () => {
  const { port1, port2 } = new MessageChannel();
  port1.postMessage("stop");
  const plan = await answer({ kind: "evening", evening, port: port2 });
  expect(plan.isOptimal).toBe(false);
  expect(plan.places.length).toBeGreaterThan(0);
  port1.close();
});
