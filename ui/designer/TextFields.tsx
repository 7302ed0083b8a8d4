"use client";

import { useId, useState } from "react";
import type * as z from "zod";
import { complain } from "@/core/problem/complain";

interface TypedTextProps<Value> {
  label: string;
  hint?: string;
  /** The value as it stands, as text. */
  shown: string;
  schema: z.ZodType<Value>;
  /** What the schema reads of the text. */
  toInput: (text: string) => unknown;
  onTake: (value: Value) => void;
  rows?: number;
}

/** Text of one or more lines, taken with every key as soon as it is right; what isn't stays, with the reason. */
function TypedText<Value>({
  label,
  hint,
  shown,
  schema,
  toInput,
  onTake,
  rows = 1,
}: TypedTextProps<Value>) {
  const id = useId();
  const [text, setText] = useState<string | null>(null);
  const read = text === null ? null : schema.safeParse(toInput(text));
  const error = read && !read.success ? complain(read.error).message : null;
  const wiring = {
    id,
    value: text ?? shown,
    "aria-invalid": Boolean(error),
    "aria-describedby": error || hint ? `${id}-message` : undefined,
    onBlur: () => {
      if (!error) setText(null);
    },
    onChange: (event: { target: { value: string } }) => {
      setText(event.target.value);
      const next = schema.safeParse(toInput(event.target.value));
      if (next.success) onTake(next.data);
    },
  };
  return (
    <div className="grow basis-64">
      <label htmlFor={id} className="block text-13 text-ink-2">
        {label}
      </label>
      {rows === 1 ? (
        <input {...wiring} className="field" autoComplete="off" />
      ) : (
        <textarea {...wiring} rows={rows} className="field py-2" />
      )}
      {error || hint ? (
        <p
          id={`${id}-message`}
          role={error ? "alert" : undefined}
          className={`mt-1 text-13 ${error ? "font-semibold text-light" : "text-ink-2"}`}
        >
          {error ?? hint}
        </p>
      ) : null}
    </div>
  );
}

interface TextFieldProps {
  label: string;
  hint?: string;
  value: string;
  schema: z.ZodType<string>;
  rows?: number;
  onTake: (value: string) => void;
}

/** A line or a few of text. */
export function TextField({ value, ...rest }: TextFieldProps) {
  return <TypedText shown={value} toInput={(text) => text} {...rest} />;
}

interface LinesFieldProps {
  label: string;
  hint?: string;
  lines: readonly string[];
  schema: z.ZodType<string[]>;
  onTake: (lines: string[]) => void;
}

/** A list, one thing a line; empty lines are nothing. */
export function LinesField({ lines, ...rest }: LinesFieldProps) {
  return (
    <TypedText
      shown={lines.join("\n")}
      rows={Math.max(2, lines.length + 1)}
      toInput={(text) =>
        text
          .split("\n")
          .map((one) => one.trim())
          .filter((one) => one !== "")
      }
      {...rest}
    />
  );
}
