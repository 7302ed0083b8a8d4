import { receiveMessageOnPort, type MessagePort } from "node:worker_threads";
import type { Evening, EveningPlan } from "@/core/evening/evening";
import { planningOf } from "@/core/evening/plan";
import { sawList } from "@/core/evening/sawList";
import { layOver } from "@/core/photo/layOver";
import { findReckoner, reckon } from "@/core/reckon/registry";
import { loadSolver } from "@/core/solver/milp";
import type { WorkerAnswer, WorkerTask } from "./workerPool";

/** What takes seconds, on a thread of its own. */
export default async function answer<Task extends WorkerTask>(
  task: Task,
): Promise<WorkerAnswer[Task["kind"]]>;
export default async function answer(task: WorkerTask) {
  if (task.kind === "evening") return planned(task.evening, task.port);
  if (task.kind === "lay") return layOver(task.mine, task.other);
  await loadSolver();
  if (task.kind === "saw") return sawList(task.wanted, task.rack);
  await findReckoner(task.name)?.ready?.();
  return reckon(task.name, task.input);
}

/** How often it is said how far it is, ms. */
const SAID_MS = 50;

/** The plan of an evening; any message on the port ends it with the best that was looked at. */
function planned(evening: Evening, port: MessagePort): EveningPlan {
  const steps = planningOf(evening);
  let saidAt = 0;
  let isStopped = false;
  for (;;) {
    const step = steps.next(isStopped);
    if (step.done) return step.value;
    if (performance.now() - saidAt < SAID_MS) continue;
    saidAt = performance.now();
    port.postMessage(step.value);
    isStopped = receiveMessageOnPort(port) !== undefined;
  }
}
