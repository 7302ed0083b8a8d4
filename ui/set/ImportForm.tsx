"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { MAX_PIECE_BYTES, readPieceFile, type Piece } from "@/core/piece/piece";
import { planPiece } from "@/core/piece/plan";
import { complain } from "@/core/problem/complain";
import { Refusal } from "@/core/problem/problem";
import { COMMANDS } from "@/core/records/commands";
import { STEP_NAMES, STEPS, type Step } from "@/core/trade/steps";
import { BarDrawing } from "../bar/BarDrawing";
import { newId, sendCommand } from "../command";
import { Field, FormError } from "../forms/Field";
import { StockAnswer } from "./StockAnswer";

const { name, heatBudget, minuteBudget } = COMMANDS["import-exercise"].shape;
const importSchema = z.strictObject({
  name,
  heatBudget,
  minuteBudget,
  techniqueId: z.string().min(1, "Choose the technique."),
  step: z.enum(STEPS.map(String)),
});

interface Technique {
  id: string;
  slug: string;
  name: string;
}

type FileState =
  | { kind: "none" }
  | { kind: "refused"; message: string }
  | { kind: "read"; piece: Piece; text: string };

/** A file's text, or why it is refused: too large, malformed, another version, a hostile name. */
async function readFile(file: File): Promise<FileState> {
  if (file.size > MAX_PIECE_BYTES * 4)
    return {
      kind: "refused",
      message: `The file is ${Math.ceil(file.size / 1024)} KB; a piece file may be at most ${MAX_PIECE_BYTES / 1024} KB.`,
    };
  const text = await file.text();
  const read = readPieceFile(text);
  if (read.ok) return plannable(read.value, text);
  const { message, path } = read.error;
  return { kind: "refused", message: path ? `At ${path}: ${message}` : message };
}

function plannable(piece: Piece, text: string): FileState {
  try {
    planPiece(piece);
    return { kind: "read", piece, text };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { kind: "refused", message: complain(error).message };
  }
}

/** Reads a piece file, shows what it will make, and puts it on the shelf. */
export function ImportForm({ techniques }: { techniques: Technique[] }) {
  const router = useRouter();
  const [file, setFile] = useState<FileState>({ kind: "none" });
  const form = useForm({
    resolver: zodResolver(importSchema),
    defaultValues: {
      name: "",
      heatBudget: 4,
      minuteBudget: 20,
      techniqueId: techniques[0]?.id ?? "",
      step: "1",
    },
  });
  const { errors, isSubmitting } = form.formState;
  const plan = useMemo(() => (file.kind === "read" ? planPiece(file.piece) : null), [file]);

  async function choose(chosen: File | undefined) {
    if (!chosen) return setFile({ kind: "none" });
    const state = await readFile(chosen);
    setFile(state);
    if (state.kind !== "read") return;
    form.setValue("name", state.piece.name);
    const slug = state.piece.stretches.find(({ technique }) => technique)?.technique;
    const technique = techniques.find((one) => one.slug === slug);
    if (technique) form.setValue("techniqueId", technique.id);
  }

  const submit = form.handleSubmit(async (values) => {
    if (file.kind !== "read")
      return form.setError("root", { message: "Choose a piece file first." });
    const exerciseId = newId();
    const answer = await sendCommand("import-exercise", {
      ...values,
      exerciseId,
      revisionId: newId(),
      step: Number(values.step) as Step,
      pieceFile: file.text,
    });
    if (answer.ok) router.push(`/set/${exerciseId}`);
    else form.setError("root", { message: answer.error.message });
  });

  return (
    <form onSubmit={(event) => void submit(event)} noValidate>
      <FormError>{errors.root?.message}</FormError>
      <Field
        label="Piece file"
        hint="JSON in the open piece format, at most 256 KB."
        error={file.kind === "refused" ? file.message : undefined}
      >
        {(wiring) => (
          <input
            {...wiring}
            type="file"
            accept=".json,application/json"
            className="field py-2"
            onChange={(event) => void choose(event.target.files?.[0])}
          />
        )}
      </Field>
      {file.kind === "read" && plan ? (
        <div className="mb-5 border border-rule bg-sheet p-3">
          <BarDrawing piece={file.piece} plan={plan} view="forged" unit="mm" />
          <StockAnswer piece={file.piece} plan={plan} unit="mm" />
          <p className="quiet mt-2 text-15">{plan.characteristics.length} things to measure</p>
        </div>
      ) : null}
      <Field label="Name on the shelf" error={errors.name?.message}>
        {(wiring) => <input {...wiring} {...form.register("name")} className="field" />}
      </Field>
      <div className="grid gap-x-4 sm:grid-cols-2">
        <Field label="Technique" error={errors.techniqueId?.message}>
          {(wiring) => (
            <select {...wiring} {...form.register("techniqueId")} className="field">
              {techniques.map(({ id, name: said }) => (
                <option key={id} value={id}>
                  {said}
                </option>
              ))}
            </select>
          )}
        </Field>
        <Field label="Step" error={errors.step?.message}>
          {(wiring) => (
            <select {...wiring} {...form.register("step")} className="field">
              {STEPS.map((step) => (
                <option key={step} value={step}>
                  {step} “{STEP_NAMES[step]}”
                </option>
              ))}
            </select>
          )}
        </Field>
        <Field label="Heats" error={errors.heatBudget?.message}>
          {(wiring) => (
            <input
              {...wiring}
              {...form.register("heatBudget", { valueAsNumber: true })}
              inputMode="numeric"
              className="field"
            />
          )}
        </Field>
        <Field label="Minutes" error={errors.minuteBudget?.message}>
          {(wiring) => (
            <input
              {...wiring}
              {...form.register("minuteBudget", { valueAsNumber: true })}
              inputMode="numeric"
              className="field"
            />
          )}
        </Field>
      </div>
      <button type="submit" className="button button-main" disabled={isSubmitting}>
        {isSubmitting ? "Putting it on the shelf …" : "Put it on the shelf"}
      </button>
    </form>
  );
}
