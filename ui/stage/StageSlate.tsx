"use client";

import type { ReactNode } from "react";
import type { LengthUnit } from "@/core/units/length";
import type { Stage } from "@/core/workpiece/stages";
import { heatsInWords, sizeInWords } from "../words/stage";
import { HeatBar } from "./HeatBar";
import { Tongs } from "./Tongs";
import type { StageChoice } from "./useStages";

/** What a check asks for, a line each. */
export const checksOf = ({ check }: Pick<Stage, "check">): string[] =>
  check.split(";").flatMap((one) => {
    const said = one.trim();
    return said === "" ? [] : [said.charAt(0).toUpperCase() + said.slice(1)];
  });

/** What Bell Step says of the stage that is looked at: what to do, its numbers, heat, tongs and checks. */
export function StageSlate({ choice, unit }: { choice: StageChoice; unit: LengthUnit }) {
  const { stages, index, stage, go } = choice;
  const next = stages[index + 1];
  return (
    <aside aria-label="Stage" className="bg-slate text-chalk">
      <div className="flex flex-col p-5 lg:sticky lg:top-0 lg:h-[calc(100vh-56px)]">
        <p className="text-15 text-chalk-2">
          Stage {index + 1} of {stages.length}
        </p>
        <h2 aria-live="polite" className="mt-1 font-slab text-27 leading-tight font-semibold">
          {stage.title}
        </h2>
        <div className="min-h-0 grow overflow-y-auto">
          <StageFacts stage={stage} unit={unit} />
        </div>
        <div className="grid grid-cols-[auto_1fr] gap-3 pt-5">
          <button
            type="button"
            className="min-h-11 border border-slate-rule px-5 font-semibold disabled:text-chalk-2"
            disabled={index === 0}
            onClick={() => go(-1)}
          >
            Before
          </button>
          <button
            type="button"
            className="button button-chalk"
            disabled={!next}
            onClick={() => go(1)}
          >
            {next ? `Next: ${next.title.charAt(0).toLowerCase()}${next.title.slice(1)}` : "Done"}
          </button>
        </div>
      </div>
    </aside>
  );
}

/** The words and numbers of a stage, in chalk. */
export function StageFacts({ stage, unit }: { stage: Stage; unit: LengthUnit }) {
  return (
    <>
      <p className="mt-3 text-17">{stage.text}</p>
      {stage.against.map((reason) => (
        <p key={reason} className="mt-2 text-15 font-semibold text-straw">
          {reason}
        </p>
      ))}
      {stage.sizes.length > 0 ? (
        <Ruled>
          <ul className="text-15">
            {stage.sizes.map((size) => (
              <li key={size.name + String(size.value)} className="py-0.5">
                {sizeInWords(size, unit)}
              </li>
            ))}
          </ul>
        </Ruled>
      ) : null}
      {stage.heat && stage.seconds !== null ? (
        <Ruled>
          <HeatBar heat={stage.heat} seconds={stage.seconds} />
          <p className="mt-1 text-15 text-chalk-2">about {heatsInWords(stage.heats)}</p>
        </Ruled>
      ) : null}
      {stage.tongs ? (
        <Ruled>
          <Tongs section={stage.tongs} unit={unit} />
        </Ruled>
      ) : null}
      {stage.tools.length > 0 ? (
        <p className="mt-3 text-15 text-chalk-2">{stage.tools.join(", ")}</p>
      ) : null}
      {checksOf(stage).length > 0 ? (
        <Ruled>
          <h3 className="mb-1 text-13 text-chalk-2">Before going on</h3>
          <ul className="text-15">
            {checksOf(stage).map((check) => (
              <li key={check} className="flex items-baseline gap-3 py-1.5">
                <span
                  aria-hidden="true"
                  className="size-3 shrink-0 translate-y-px rounded-full border-2 border-chalk-2"
                />
                {check}
              </li>
            ))}
          </ul>
        </Ruled>
      ) : null}
    </>
  );
}

const Ruled = ({ children }: { children: ReactNode }) => (
  <div className="mt-4 border-t border-slate-rule pt-3">{children}</div>
);
