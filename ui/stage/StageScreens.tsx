"use client";

import { useDrag } from "@use-gesture/react";
import type { LengthUnit } from "@/core/units/length";
import type { Stage } from "@/core/workpiece/stages";
import { useKeys } from "../kit/useKeys";
import { StageClose } from "./StageClose";
import { StageFacts } from "./StageSlate";
import { useStages, type StageChoice } from "./useStages";

interface StageScreensProps {
  name: string;
  stages: readonly Stage[];
  unit: LengthUnit;
}

/** One stage a screen, for the phone at the anvil: swiped, tapped, or walked with the arrow keys. */
export function StageScreens({ name, stages, unit }: StageScreensProps) {
  const choice = useStages(stages);
  const { index, stage, go } = choice;
  useKeys("stages", { ArrowLeft: () => go(-1), ArrowRight: () => go(1) });
  const bind = useDrag(
    ({ swipe: [towards] }) => {
      if (towards !== 0) go(towards < 0 ? 1 : -1);
    },
    // A gloved hand is slow.
    { axis: "x", pointer: { touch: true }, swipe: { duration: 1500, velocity: 0.05 } },
  );
  return (
    <div {...bind()} className="mx-auto w-full max-w-xl touch-pan-y">
      <header className="px-4 pt-3 pb-2">
        <p className="quiet flex justify-between gap-4 text-15">
          <span>{name}</span>
          <span>
            stage <strong className="text-ink">{index + 1}</strong> of {stages.length}
          </span>
        </p>
        <h1 aria-live="polite" className="font-slab text-27 leading-tight font-semibold">
          {stage.title}
        </h1>
      </header>
      <StageClose stage={stage} unit={unit} />
      <StageDots choice={choice} />
      <section aria-label="What to do" className="bg-slate px-4 pt-1 pb-5 text-chalk">
        <StageFacts stage={stage} unit={unit} />
      </section>
    </div>
  );
}

/** Which stage it is among all: done, this one, to come. */
function StageDots({ choice: { stages, index, go } }: { choice: StageChoice }) {
  return (
    <nav aria-label="Stages" className="flex items-center justify-between bg-limewash px-2">
      <button
        type="button"
        className="min-h-14 px-3 font-semibold disabled:text-ink-2"
        disabled={index === 0}
        onClick={() => go(-1)}
      >
        before
      </button>
      <span aria-hidden="true" className="flex flex-wrap items-center justify-center gap-1.5">
        {stages.map(({ id }, place) => (
          <span
            key={id}
            className={
              place === index
                ? "size-3 bg-ink"
                : `size-2 rounded-full border-[1.5px] border-ink ${place < index ? "bg-ink" : ""}`
            }
          />
        ))}
      </span>
      <button
        type="button"
        className="min-h-14 px-3 font-semibold disabled:text-ink-2"
        disabled={index === stages.length - 1}
        onClick={() => go(1)}
      >
        next
      </button>
    </nav>
  );
}
