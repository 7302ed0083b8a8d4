import { sawList } from "@/core/evening/sawList";
import { findReckoner, reckon } from "@/core/reckon/registry";
import { loadSolver } from "@/core/solver/milp";
import type { WorkerAnswer, WorkerTask } from "./workerPool";

/** Bars chosen on a thread of their own: a hard list takes seconds. */
export default async function answer<Task extends WorkerTask>(
  task: Task,
): Promise<WorkerAnswer[Task["kind"]]>;
export default async function answer(task: WorkerTask) {
  await loadSolver();
  if (task.kind === "saw") return sawList(task.wanted, task.rack);
  await findReckoner(task.name)?.ready?.();
  return reckon(task.name, task.input);
}
