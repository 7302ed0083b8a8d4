"use client";

import { memo, useState } from "react";
import { OWN_STAGE, stageEditSchema, type Stage, type StageEdit } from "@/core/stage/stages";
import type { LengthUnit } from "@/core/units/length";
import { newId } from "../command";
import { stageFactsInWords } from "../words/stage";
import { TextField } from "./TextFields";

interface StagesEditorProps {
  /** As they stand: proposed, or as the instructor left them. */
  stages: readonly Stage[];
  edited: boolean;
  unit: LengthUnit;
  onChange: (edits: StageEdit[]) => void;
}

const editOf = ({ id, title, text, check }: Stage): StageEdit => ({ id, title, text, check });

/** The steps of work, to be said otherwise, reordered, left out and added to; their numbers stay reckoned. */
export const StagesEditor = memo(function StagesEditor({
  stages,
  edited,
  unit,
  onChange,
}: StagesEditorProps) {
  const [open, setOpen] = useState<string | null>(null);
  const edits = stages.map(editOf);
  const put = (id: string, to: Partial<StageEdit>) =>
    onChange(edits.map((edit) => (edit.id === id ? { ...edit, ...to } : edit)));
  const move = (index: number, by: -1 | 1) => {
    const to = Math.min(edits.length - 1, Math.max(0, index + by));
    onChange(edits.toSpliced(index, 1).toSpliced(to, 0, edits[index]!));
  };
  const add = (index: number) => {
    const id = `${OWN_STAGE}${newId()}`;
    onChange(edits.toSpliced(index + 1, 0, { id, title: "Another step", text: "", check: "" }));
    setOpen(id);
  };
  return (
    <div>
      <p className="flex flex-wrap items-center gap-x-5 bg-sheet px-3 py-1.5 text-15 text-ink-2">
        <span>
          {edited
            ? "In your order and words; the sizes, heats and times follow the drawing."
            : "Proposed from the piece, in the order a smith takes them."}
        </span>
        {edited ? (
          <button type="button" className="link min-h-11" onClick={() => onChange([])}>
            As proposed
          </button>
        ) : null}
      </p>
      <ol className="border-t-2 border-ink">
        {stages.map((stage, index) => (
          <li key={stage.id} className="border-b border-rule bg-sheet px-3 py-2 text-15">
            <div className="flex flex-wrap items-baseline gap-x-4">
              <span className="quiet w-5">{index + 1}</span>
              <h3 className="grow font-semibold">{stage.title}</h3>
              {(
                [
                  ["up", () => move(index, -1)],
                  ["down", () => move(index, 1)],
                  ["words", () => setOpen(open === stage.id ? null : stage.id)],
                  ["another after it", () => add(index)],
                  ["leave out", () => onChange(edits.toSpliced(index, 1))],
                ] as const
              ).map(([word, act]) => (
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
            <p className="quiet pl-9">{stageFactsInWords(stage, unit).join(" · ")}</p>
            {open === stage.id ? (
              <div className="flex flex-wrap gap-4 py-2 pl-9">
                <TextField
                  label="Called"
                  value={stage.title}
                  schema={stageEditSchema.shape.title}
                  onTake={(title) => put(stage.id, { title })}
                />
                <TextField
                  label="What to do"
                  rows={3}
                  value={stage.text}
                  schema={stageEditSchema.shape.text}
                  onTake={(text) => put(stage.id, { text })}
                />
                <TextField
                  label="Check before going on"
                  rows={2}
                  value={stage.check}
                  schema={stageEditSchema.shape.check}
                  onTake={(check) => put(stage.id, { check })}
                />
              </div>
            ) : null}
          </li>
        ))}
      </ol>
    </div>
  );
});
