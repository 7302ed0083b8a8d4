import { sawList } from "@/core/evening/sawList";
import { findReckoner, reckon } from "@/core/reckon/registry";
import { loadSolver } from "@/core/solver/milp";
import type { SawingAnswer, SawingTask } from "./sawing";

/** Bars chosen on a thread of their own: a hard list takes seconds. */
export default async function answer<Task extends SawingTask>(
  task: Task,
): Promise<SawingAnswer[Task["kind"]]>;
export default async function answer(task: SawingTask) {
  await loadSolver();
  if (task.kind === "saw") return sawList(task.wanted, task.rack);
  await findReckoner(task.name)?.ready?.();
  return reckon(task.name, task.input);
}
