import { join } from "node:path";
import type { MessagePort } from "node:worker_threads";
import { Tinypool } from "tinypool";
import type { Evening, EveningPlan } from "@/core/evening/evening";
import type { RackBar, SectionToSaw, WantedCut } from "@/core/evening/sawList";
import type { Overlay } from "@/core/photo/layOver";
import type { PieceOutline } from "@/core/photo/outline";
import type { reckon } from "@/core/reckon/registry";

/** What is worked out beside the server's own thread, so that nobody else waits for it. */
export type WorkerTask =
  | { kind: "saw"; wanted: readonly WantedCut[]; rack: readonly RackBar[] }
  | { kind: "reckon"; name: string; input: unknown }
  | { kind: "lay"; mine: PieceOutline; other: PieceOutline }
  /** Its share is said on the port; any message there ends it. */
  | { kind: "evening"; evening: Evening; port: MessagePort };

export interface WorkerAnswer {
  saw: SectionToSaw[];
  reckon: ReturnType<typeof reckon>;
  lay: Overlay | null;
  evening: EveningPlan;
}

/** Made beside the build (scripts/worker.mjs). */
const file = () =>
  join(
    /* turbopackIgnore: true */ process.cwd(),
    process.env.BELL_STEP_DIST ?? ".next",
    "server-worker.mjs",
  );

/** As many at once; further ones wait their turn. The second ends once it has nothing to do. */
const MAX_THREADS = 2;
const IDLE_MS = 60_000;

const kept = globalThis as { bellStepWorkers?: Tinypool };

/**
 * Works a task out on another thread.
 *
 * @param signal ends it early
 * @throws AbortError once it was ended
 */
export async function runInWorker<Task extends WorkerTask>(
  task: Task,
  signal?: AbortSignal,
): Promise<WorkerAnswer[Task["kind"]]> {
  kept.bellStepWorkers ??= new Tinypool({
    filename: file(),
    minThreads: 1,
    maxThreads: MAX_THREADS,
    idleTimeout: IDLE_MS,
  });
  const transferList = task.kind === "evening" ? [task.port] : undefined;
  return (await kept.bellStepWorkers.run(task, {
    signal,
    transferList,
  })) as WorkerAnswer[Task["kind"]];
}
