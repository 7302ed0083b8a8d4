import { createHash } from "node:crypto";
import type { EveningPlan } from "@/core/evening/evening";
import { planningOf } from "@/core/evening/plan";
import type { SectionToSaw } from "@/core/evening/sawList";
import type { Shop } from "@/data/queries/next";
import { eveningOf, wantedCuts } from "@/core/evening/planning";
import type { EveningData } from "@/data/queries/evening";
import { inTurns } from "./inTurns";
import { runInWorker } from "./workerPool";

export interface PlannedEvening {
  plan: EveningPlan;
  saw: SectionToSaw[];
}

const MAX_KEPT = 60;
const kept = new Map<string, Promise<PlannedEvening>>();

/** Who is at which fire when, and what is sawn; what was planned already is not planned again. */
export function plannedEvening(
  data: EveningData,
  { weldingHearth }: Pick<Shop, "weldingHearth">,
): Promise<PlannedEvening> {
  const evening = eveningOf(data, { welds: weldingHearth !== false });
  const wanted = wantedCuts(data.learners, data.sawn);
  const text = JSON.stringify([evening, wanted, data.rack]);
  const key = createHash("sha256").update(text).digest("hex");
  const known = kept.get(key);
  if (known) return known;
  const planned = Promise.all([
    inTurns(planningOf(evening)),
    runInWorker({ kind: "saw", wanted, rack: data.rack }),
  ]).then(([plan, saw]) => ({ plan, saw }));
  kept.set(key, planned);
  planned.catch(() => kept.delete(key));
  const [oldest] = kept.keys();
  if (kept.size > MAX_KEPT && oldest !== undefined) kept.delete(oldest);
  return planned;
}
