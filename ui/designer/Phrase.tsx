"use client";

import { useId, useRef, useState } from "react";
import { useKeys } from "../kit/useKeys";
import type { Said } from "@/core/say/phrase";
import type { LengthUnit } from "@/core/units/length";
import type { Bar } from "./bars";
import { barItemInWords } from "./itemWords";
import type { readPhrase } from "./readPhrase";

interface PhraseProps {
  bar: Bar;
  selected: string | null;
  unit: LengthUnit;
  /** Shows what a phrase would make of the bar, or the bar again. */
  onPreview: (said: Said<Bar> | null) => void;
  onTake: (said: Said<Bar>) => void;
}

type Reader = typeof readPhrase;

/** What is to be made, said as in the shop: understood as it is typed, drawn at once, done with Enter. */
export function Phrase({ bar, selected, unit, onPreview, onTake }: PhraseProps) {
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const [reader, setReader] = useState<Reader | null>(null);
  const [text, setText] = useState("");
  const [refused, setRefused] = useState<string | null>(null);
  useKeys("designer", { w: () => input.current?.focus() });
  const readWith = (by: Reader | null, typed: string) =>
    by === null || typed.trim() === "" ? null : by(typed, bar, { unit, selected });
  const read = readWith(reader, text);
  const show = (answer: ReturnType<typeof readWith>) => onPreview(answer?.ok ? answer.said : null);
  // Most designs are only looked at: what reads phrases comes when the first is about to be typed.
  const load = async (): Promise<Reader> => {
    if (reader) return reader;
    const { readPhrase: loaded } = await import("./readPhrase");
    setReader(() => loaded);
    show(readWith(loaded, input.current?.value ?? ""));
    return loaded;
  };
  const clear = () => {
    setText("");
    setRefused(null);
    onPreview(null);
  };
  const type = (next: string) => {
    setText(next);
    setRefused(null);
    show(readWith(reader, next));
  };
  const enter = async () => {
    // Typed faster than it comes, a phrase is done as soon as it is there.
    const answer = readWith(await load(), text);
    if (!answer) return;
    if (!answer.ok) return setRefused(answer.message);
    clear();
    onTake(answer.said);
  };
  return (
    <div className="border-2 border-t-0 border-ink bg-sheet">
      <div className="flex flex-wrap items-center gap-x-3 px-4">
        <label htmlFor={id} className="text-15 text-ink-2">
          In words
        </label>
        <input
          ref={input}
          id={id}
          value={text}
          autoComplete="off"
          spellCheck={false}
          maxLength={200}
          placeholder="taper 80 to a point, both · hole 8 at 16 from B"
          aria-invalid={refused !== null}
          aria-describedby={`${id}-answer`}
          onFocus={() => void load()}
          onChange={({ target }) => type(target.value)}
          onKeyDown={(event) => {
            if (event.key === "Enter") void enter();
            if (event.key === "Escape") {
              clear();
              event.currentTarget.blur();
            }
          }}
          className="min-h-13 min-w-40 grow bg-transparent text-17 font-semibold outline-offset-[-2px] placeholder:font-normal placeholder:text-ink-2"
        />
        <output id={`${id}-answer`} className="text-15">
          {read?.ok ? (
            <>
              <span aria-hidden="true">→ </span>
              {read.said.id === null
                ? "the bar"
                : barItemInWords(read.said.bar, read.said.id, unit)}
              <span className="quiet"> · Enter does it</span>
            </>
          ) : null}
        </output>
      </div>
      {refused === null ? null : (
        <p role="alert" className="border-t border-rule px-4 py-2 text-15 font-semibold text-light">
          {refused}
        </p>
      )}
    </div>
  );
}
