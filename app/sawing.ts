import { join } from "node:path";
import { Tinypool } from "tinypool";
import type { RackBar, SectionToSaw, WantedCut } from "@/core/evening/sawList";
import type { reckon } from "@/core/reckon/registry";

/** What is worked out beside the server's own thread, so that nobody else waits for it. */
export type SawingTask =
  | { kind: "saw"; wanted: readonly WantedCut[]; rack: readonly RackBar[] }
  | { kind: "reckon"; name: string; input: unknown };

export interface SawingAnswer {
  saw: SectionToSaw[];
  reckon: ReturnType<typeof reckon>;
}

/** Made beside the build (scripts/worker.mjs). */
const file = () =>
  join(
    /* turbopackIgnore: true */ process.cwd(),
    process.env.BELL_STEP_DIST ?? ".next",
    "sawing.mjs",
  );

/** As many at once; further ones wait their turn. The second ends once it has nothing to do. */
const MAX_THREADS = 2;
const IDLE_MS = 60_000;

const kept = globalThis as { bellStepSawing?: Tinypool };

/**
 * Works a task out on another thread.
 *
 * @param signal ends it early
 * @throws AbortError once it was ended
 */
export async function sawBeside<Task extends SawingTask>(
  task: Task,
  signal?: AbortSignal,
): Promise<SawingAnswer[Task["kind"]]> {
  kept.bellStepSawing ??= new Tinypool({
    filename: file(),
    minThreads: 1,
    maxThreads: MAX_THREADS,
    idleTimeout: IDLE_MS,
  });
  return (await kept.bellStepSawing.run(task, { signal })) as SawingAnswer[Task["kind"]];
}
