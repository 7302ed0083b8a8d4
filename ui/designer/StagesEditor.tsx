"use client";

import { memo, useState } from "react";
import type { Piece } from "@/core/piece/piece";
import type { LengthUnit } from "@/core/units/length";
import { OWN_STAGE, STAGE_WORDS, type StageEdit } from "@/core/workpiece/edit";
import type { Stage, WorkPlan } from "@/core/workpiece/stages";
import { newId } from "../command";
import { stageFactsInWords } from "../words/stage";
import { OwnStageFields } from "./OwnStageFields";
import { TextField } from "./TextFields";

interface StagesEditorProps {
  piece: Piece;
  /** As they stand: proposed, or as the instructor left them. */
  work: WorkPlan;
  edits: readonly StageEdit[];
  unit: LengthUnit;
  onChange: (edits: StageEdit[]) => void;
}

/** An edit without what is put back to what is proposed. */
const tidied = (edit: StageEdit): StageEdit =>
  Object.fromEntries(Object.entries(edit).filter(([, value]) => value !== undefined)) as StageEdit;

/** The steps of work, to be said otherwise, reordered, left out and added to; their numbers stay computed. */
export const StagesEditor = memo(function StagesEditor({
  piece,
  work,
  edits: kept,
  unit,
  onChange,
}: StagesEditorProps) {
  const [open, setOpen] = useState<string | null>(null);
  const edits = work.stages.map(({ id, edit }): StageEdit => ({ ...edit, id }));
  const put = (id: string, change: Partial<StageEdit>) =>
    onChange(edits.map((edit) => (edit.id === id ? tidied({ ...edit, ...change }) : edit)));
  const move = (index: number, by: -1 | 1) => {
    const to = Math.min(edits.length - 1, Math.max(0, index + by));
    onChange(edits.toSpliced(index, 1).toSpliced(to, 0, edits[index]!));
  };
  const add = (index: number) => {
    const id = `${OWN_STAGE}${newId()}`;
    onChange(edits.toSpliced(index + 1, 0, { id, title: "Another step" }));
    setOpen(id);
  };
  return (
    <div>
      <Heading edited={kept.length > 0} leftOut={work.leftOut} onReset={() => onChange([])} />
      <ol className="border-t-2 border-ink">
        {work.stages.map((stage, index) => (
          <li key={stage.id} className="border-b border-rule bg-sheet px-3 py-2 text-15">
            <StageHead
              number={index + 1}
              stage={stage}
              actions={[
                ["up", () => move(index, -1)],
                ["down", () => move(index, 1)],
                ["words", () => setOpen(open === stage.id ? null : stage.id)],
                ["another after it", () => add(index)],
                ["leave out", () => onChange(edits.toSpliced(index, 1))],
              ]}
            />
            <p className="quiet pl-9">{stageFactsInWords(stage, unit).join(" · ")}</p>
            {stage.against.map((reason) => (
              <p key={reason} className="pl-9 font-semibold text-heavy">
                {reason}
              </p>
            ))}
            {open === stage.id ? (
              <div className="flex flex-wrap gap-4 py-2 pl-9">
                {stage.id.startsWith(OWN_STAGE) ? (
                  <OwnStageFields
                    edit={edits[index]!}
                    piece={piece}
                    unit={unit}
                    onPut={(change) => put(stage.id, change)}
                  />
                ) : null}
                <StageWords stage={stage} onPut={(change) => put(stage.id, change)} />
              </div>
            ) : null}
          </li>
        ))}
      </ol>
    </div>
  );
});

function Heading({
  edited,
  leftOut,
  onReset,
}: {
  edited: boolean;
  leftOut: readonly string[];
  onReset: () => void;
}) {
  return (
    <div className="bg-sheet px-3 py-1.5 text-15 text-ink-2">
      <p className="flex flex-wrap items-center gap-x-5">
        <span>
          {edited
            ? "In your order and words; sizes, marks, heats and pictures are of the bar as it is then."
            : "Proposed from the piece, in the order a smith takes them."}
        </span>
        {edited ? (
          <button type="button" className="link min-h-11" onClick={onReset}>
            As proposed
          </button>
        ) : null}
      </p>
      {leftOut.length > 0 ? (
        <p className="font-semibold text-heavy">
          Left out, so the sheet no longer makes the piece by itself: {leftOut.join("; ")}.
        </p>
      ) : null}
    </div>
  );
}

function StageHead({
  number,
  stage,
  actions,
}: {
  number: number;
  stage: Stage;
  actions: readonly (readonly [word: string, act: () => void])[];
}) {
  return (
    <div className="flex flex-wrap items-baseline gap-x-4">
      <span className="quiet w-5">{number}</span>
      <h3 className="grow font-semibold">{stage.title}</h3>
      {actions.map(([word, act]) => (
        <button
          key={word}
          type="button"
          className="link min-h-8"
          aria-label={`${stage.title}: ${word}`}
          onClick={act}
        >
          {word}
        </button>
      ))}
    </div>
  );
}

function StageWords({
  stage,
  onPut,
}: {
  stage: Stage;
  onPut: (change: Partial<StageEdit>) => void;
}) {
  return (
    <>
      <TextField
        label="Called"
        value={stage.title}
        schema={STAGE_WORDS.title}
        onTake={(title) => onPut({ title })}
      />
      <TextField
        label="What to do"
        rows={3}
        value={stage.text}
        schema={STAGE_WORDS.text}
        onTake={(text) => onPut({ text })}
      />
      <TextField
        label="Check before going on"
        rows={2}
        value={stage.check}
        schema={STAGE_WORDS.check}
        onTake={(check) => onPut({ check })}
      />
    </>
  );
}
