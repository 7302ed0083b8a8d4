import { createHash } from "node:crypto";
import { MessageChannel } from "node:worker_threads";
import type { Evening, EveningPlan } from "@/core/evening/evening";
import type { SectionToSaw } from "@/core/evening/sawList";
import type { Actor } from "@/data/actor";
import type { Shop } from "@/data/queries/next";
import { eveningOf, wantedCuts } from "@/core/evening/planning";
import type { EveningData } from "@/data/queries/evening";
import { runInWorker } from "./workerPool";

export interface PlannedEvening {
  plan: EveningPlan;
  saw: SectionToSaw[];
  /** Whether somebody ended it before it was done. */
  isStopped: boolean;
}

/** A plan that is being made: how far it is, 0 to 1, and what ends it. */
interface Running {
  share: number;
  isStopped: boolean;
  stop: () => void;
}

const MAX_KEPT = 60;

/** Pages and routes are compiled apart: what both know is the process's. */
const shared = globalThis as {
  bellStepEvenings?: Map<string, Promise<PlannedEvening>>;
  bellStepPlanning?: Map<string, Running>;
  bellStepStopped?: Map<string, string>;
};
/** What was planned, by what was asked. */
const kept = (shared.bellStepEvenings ??= new Map<string, Promise<PlannedEvening>>());
/** Classes that this server is planning, by school and class. */
const planning = (shared.bellStepPlanning ??= new Map<string, Running>());
/** Which kept plan of a class was ended early. */
const stopped = (shared.bellStepStopped ??= new Map<string, string>());
const planningKey = ({ schoolId }: Pick<Actor, "schoolId">, classId: string) =>
  `${schoolId} ${classId}`;

/** How far the plan of a class is, 0 to 1; null where this server isn't planning it. */
export const planningShare = (actor: Pick<Actor, "schoolId">, classId: string): number | null =>
  planning.get(planningKey(actor, classId))?.share ?? null;

/** Ends the planning of a class with the best plan that was looked at. */
export const stopPlanning = (actor: Pick<Actor, "schoolId">, classId: string): void =>
  planning.get(planningKey(actor, classId))?.stop();

/** Forgets a plan that was ended early, so that it is made to its end when it is next asked for. */
export function planOn(actor: Pick<Actor, "schoolId">, classId: string): void {
  const ofClass = planningKey(actor, classId);
  const key = stopped.get(ofClass);
  if (key !== undefined) kept.delete(key);
  stopped.delete(ofClass);
}

/** Who is at which fire when, and what is sawn; what was planned already is not planned again. */
export function plannedEvening(
  actor: Pick<Actor, "schoolId">,
  data: EveningData,
  { weldingHearth }: Pick<Shop, "weldingHearth">,
): Promise<PlannedEvening> {
  const evening = eveningOf(data, { welds: weldingHearth !== false });
  const wanted = wantedCuts(data.learners, data.sawn);
  const text = JSON.stringify([evening, wanted, data.rack]);
  const key = createHash("sha256").update(text).digest("hex");
  const known = kept.get(key);
  if (known) return known;
  const ofClass = planningKey(actor, data.of.id);
  const planned = Promise.all([
    planOf(evening, ofClass),
    runInWorker({ kind: "saw", wanted, rack: data.rack }),
  ]).then(([made, saw]) => {
    if (made.isStopped) stopped.set(ofClass, key);
    return { ...made, saw };
  });
  kept.set(key, planned);
  planned.catch(() => kept.delete(key));
  const [oldest] = kept.keys();
  if (kept.size > MAX_KEPT && oldest !== undefined) kept.delete(oldest);
  return planned;
}

/** The plan from a thread of its own, watched while it is made. */
async function planOf(
  evening: Evening,
  key: string,
): Promise<{ plan: EveningPlan; isStopped: boolean }> {
  const { port1: port, port2 } = new MessageChannel();
  const running: Running = {
    share: 0,
    isStopped: false,
    stop: () => {
      running.isStopped = true;
      port.postMessage("stop");
    },
  };
  port.on("message", (share: number) => (running.share = share));
  planning.set(key, running);
  try {
    const plan = await runInWorker({ kind: "evening", evening, port: port2 });
    return { plan, isStopped: running.isStopped && !plan.isOptimal };
  } finally {
    if (planning.get(key) === running) planning.delete(key);
    port.close();
  }
}
