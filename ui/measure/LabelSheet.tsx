"use client";

import { useState } from "react";
import { TRAINING_PIECE } from "@/core/trade/cautions";
import { SquareCode } from "../kit/SquareCode";
import { countOf } from "../words/count";

interface Label {
  id: string;
  tag: string;
  learner: string;
  exercise: string;
  /** Whether it has to say that it is no lifting gear. */
  training: boolean;
  /** Squares along a side of its code, and which are dark, row by row. */
  size: number;
  dark: number[];
}

/** Labels to print: which, and how they come out, 62 by 29 mm. */
export function LabelSheet({ labels }: { labels: readonly Label[] }) {
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const toggle = (id: string) =>
    setLeft((now) => {
      const next = new Set(now);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  if (labels.length === 0)
    return <p className="border-t-2 border-ink bg-sheet p-5 text-17">No piece is at the bench.</p>;
  return (
    <>
      <button
        type="button"
        className="button button-main no-print mb-4"
        disabled={left.size === labels.length}
        onClick={() => window.print()}
      >
        Print {countOf(labels.length - left.size, "label")}
      </button>
      <ul className="flex flex-wrap gap-3 print:gap-[3mm]">
        {labels.map((label) => (
          <li key={label.id} className={left.has(label.id) ? "opacity-40 print:hidden" : ""}>
            <label className="flex h-[29mm] w-[62mm] items-center gap-[2mm] overflow-hidden border border-rule bg-white p-[1mm] print:border-ink">
              <SquareCode
                {...{ size: label.size, dark: label.dark }}
                label={`Code of ${label.tag}`}
                className="h-full"
              />
              <span className="min-w-0 grow leading-tight">
                <strong className={`block font-slab ${label.training ? "text-20" : "text-27"}`}>
                  {label.tag}
                </strong>
                <span className="block truncate text-13">{label.learner}</span>
                <span className="block truncate text-13">{label.exercise}</span>
                {label.training ? (
                  <strong className="block text-[10px] leading-[1.05]">{TRAINING_PIECE}</strong>
                ) : null}
              </span>
              <input
                type="checkbox"
                checked={!left.has(label.id)}
                aria-label={`Print ${label.tag}`}
                onChange={() => toggle(label.id)}
                className="no-print size-5 shrink-0 accent-ink"
              />
            </label>
          </li>
        ))}
      </ul>
    </>
  );
}
