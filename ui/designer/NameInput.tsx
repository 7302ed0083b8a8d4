"use client";

import { useState } from "react";
import { nameSchema } from "@/core/bar/schema";
import { complain } from "@/core/problem/complain";

/** Id of the field an exercise is named in. */
export const NAME_INPUT = "name-of-the-exercise";

/** The exercise's name, changed where it stands. */
export function NameInput({ name, onTake }: { name: string; onTake: (name: string) => void }) {
  const [text, setText] = useState<string | null>(null);
  const read = nameSchema.safeParse(text ?? name);
  return (
    <div>
      <input
        id={NAME_INPUT}
        onFocus={({ target }) => target.select()}
        aria-label="Name of the exercise"
        value={text ?? name}
        maxLength={80}
        aria-invalid={!read.success}
        onChange={(event) => {
          setText(event.target.value);
          const next = nameSchema.safeParse(event.target.value);
          if (next.success) onTake(next.data);
        }}
        onBlur={() => setText(null)}
        className="field-sizing-content min-h-11 min-w-40 max-w-full border-b border-transparent bg-transparent font-slab text-27 font-semibold hover:border-rule-strong focus:border-ink"
      />
      {read.success ? null : (
        <p role="alert" className="text-13 font-semibold text-light">
          {complain(read.error).message}
        </p>
      )}
    </div>
  );
}
