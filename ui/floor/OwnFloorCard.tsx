"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { learnerOn } from "@/core/floor/floor";
import { workOf } from "@/core/floor/floor";
import type { LengthUnit } from "@/core/units/length";
import type { OwnFloor } from "@/core/records/floor";
import { timeInWords } from "../words/when";
import { LearnerCard } from "./LearnerCard";
import { useFloor } from "./useFloor";

/** A learner's own place on the floor, on their phone: here, heats, stages and stuck with one tap. */
export function OwnFloorCard({
  data: { of, before, events, exercises },
  personId,
  name,
  timeZone,
  unit,
}: {
  data: OwnFloor;
  personId: string;
  name: string;
  timeZone: string;
  unit: LengthUnit;
}) {
  const { floor, now, tell, waiting } = useFloor(
    { classId: of.id, personId, stopsAt: of.stopsAt, before, events, behindMs: 0 },
    () => undefined,
  );
  const learner = learnerOn(floor, personId);
  const work = workOf(floor, personId);
  const exercise = work
    ? (exercises.find(({ revisionId }) => revisionId === work.revisionId) ?? null)
    : null;
  const router = useRouter();
  // A piece that was begun meanwhile comes with its stages.
  const missing = work && !exercise ? work.id : null;
  useEffect(() => {
    if (missing) router.refresh();
  }, [missing, router]);
  const { attendance, stuckSince } = learner;
  return (
    <section aria-label="This evening" className="border-b-[3px] border-ink bg-sheet p-3">
      <p className="quiet px-1 text-13">
        {timeInWords(of.beganAt, timeZone)} to {timeInWords(of.endsAt, timeZone)}
        {waiting > 0 ? `; ${waiting} on this phone only` : ""}
      </p>
      <LearnerCard
        card={{ id: personId, name, learner, work, exercise }}
        now={now}
        unit={unit}
        isChosen={false}
        onChoose={null}
        onHeat={() => work && tell({ kind: "heat", learnerId: personId, workId: work.id, by: 1 })}
        onStage={() =>
          work &&
          tell({ kind: "stage", learnerId: personId, workId: work.id, done: work.stages + 1 })
        }
        onBench={null}
      />
      <div className="mt-2 flex flex-wrap gap-2">
        {(["here", "late", "away"] as const).map((as) => (
          <button
            key={as}
            type="button"
            aria-pressed={attendance === as}
            className={`button grow ${attendance === as ? "button-main" : ""}`}
            onClick={() => tell({ kind: "attend", learnerId: personId, as })}
          >
            {as === "here" ? "I am here" : as === "late" ? "I come late" : "I can’t come"}
          </button>
        ))}
        {work ? (
          <button
            type="button"
            aria-pressed={stuckSince !== null}
            className={`button grow ${stuckSince !== null ? "button-main" : ""}`}
            onClick={() => tell({ kind: "stuck", learnerId: personId, isOn: stuckSince === null })}
          >
            {stuckSince === null ? "I am stuck" : "Help is coming"}
          </button>
        ) : null}
      </div>
    </section>
  );
}
