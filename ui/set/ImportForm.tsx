"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { useForm } from "react-hook-form";
import * as z from "zod";
import { MAX_PACK_BYTES, PACK_FORMAT, readPack, type Pack } from "@/core/exercise/pack";
import type { Piece } from "@/core/piece/piece";
import { MAX_PIECE_BYTES, readPieceFile } from "@/core/piece/pieceFile";
import { planPiece } from "@/core/piece/plan";
import { complain } from "@/core/problem/complain";
import { Refusal, type Complaint } from "@/core/problem/problem";
import { COMMANDS } from "@/core/records/commands";
import { STEPS, type Step } from "@/core/trade/steps";
import { BarDrawing } from "../bar/BarDrawing";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { FormError, InputField } from "../forms/Field";
import { Form } from "../forms/Form";
import { StockAnswer } from "./StockAnswer";
import { TechniqueAndStep } from "./TechniqueAndStep";

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
  | { kind: "pack"; pack: Pack; text: string }
  | { kind: "read"; piece: Piece; text: string };

const refused = ({ message, path }: Complaint): FileState => ({
  kind: "refused",
  message: path ? `At ${path}: ${message}` : message,
});

/** A file's text, or why it is refused: too large, malformed, another version, a hostile name. */
async function readFile(file: File): Promise<FileState> {
  if (file.size > MAX_PACK_BYTES)
    return {
      kind: "refused",
      message: `The file is ${Math.ceil(file.size / 1024)} KB; a piece file may be at most ${MAX_PIECE_BYTES / 1024} KB, a pack of exercises ${MAX_PACK_BYTES / 1024} KB.`,
    };
  const text = await file.text();
  // A pack names its format at once; everything else is taken for a piece, and refused as one.
  if (text.slice(0, 200).includes(PACK_FORMAT.split("/")[0]!)) {
    const pack = readPack(text);
    return pack.ok ? { kind: "pack", pack: pack.value, text } : refused(pack.error);
  }
  const read = readPieceFile(text);
  return read.ok ? plannable(read.value, text) : refused(read.error);
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

/** Reads a file of a piece or of a pack of exercises, shows what it holds, and puts it on the shelf. */
export function ImportForm({ techniques }: { techniques: Technique[] }) {
  const [file, setFile] = useState<FileState>({ kind: "none" });
  const choose = async (chosen: File | undefined) =>
    setFile(chosen ? await readFile(chosen) : { kind: "none" });
  return (
    <>
      <InputField
        label="File"
        hint="JSON in the open formats: a piece, at most 256 KB, or a pack of exercises."
        error={file.kind === "refused" ? file.message : undefined}
        type="file"
        accept=".json,application/json"
        className="py-2"
        onChange={(event) => void choose(event.target.files?.[0])}
      />
      {file.kind === "read" ? (
        <PieceImport key={file.text} {...file} techniques={techniques} />
      ) : null}
      {file.kind === "pack" ? <PackImport key={file.text} {...file} /> : null}
    </>
  );
}

/** The exercises of a pack, as they will stand on the shelf: under ids of this school, over nothing that is there. */
function PackImport({ pack, text }: { pack: Pack; text: string }) {
  const router = useRouter();
  const { send, busy, error } = useCommand();
  const { exercises } = pack;
  const add = async () => {
    const ids = exercises.map(() => ({ exerciseId: newId(), revisionId: newId() }));
    const answer = await send("import-pack", { ids, pack: text });
    if (!answer.ok) return;
    router.push(ids.length === 1 ? `/set/${ids[0]!.exerciseId}` : "/set");
  };
  return (
    <>
      <FormError>{error}</FormError>
      <ul className="mb-4 border-t-2 border-ink bg-sheet text-15">
        {exercises.map(({ name: called, technique, step }, index) => (
          <li key={index} className="border-b border-rule px-3 py-2">
            <strong>{called}</strong>{" "}
            <span className="quiet">
              {technique.replaceAll("-", " ")}, step {step}
            </span>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="button button-main"
        disabled={busy}
        onClick={() => void add()}
      >
        Put {exercises.length === 1 ? "it" : `all ${exercises.length}`} on the shelf
      </button>
    </>
  );
}

interface PieceImportProps {
  piece: Piece;
  text: string;
  techniques: Technique[];
}

/** What a piece will make, and what has to be said of it besides. */
function PieceImport({ piece, text, techniques }: PieceImportProps) {
  const router = useRouter();
  const slug = piece.stretches.find(({ technique }) => technique)?.technique;
  const technique = techniques.find((one) => one.slug === slug) ?? techniques[0];
  const form = useForm({
    resolver: zodResolver(importSchema),
    defaultValues: {
      name: piece.name,
      heatBudget: 4,
      minuteBudget: 20,
      techniqueId: technique?.id ?? "",
      step: "1",
    },
  });
  const { errors, isSubmitting } = form.formState;
  const command = useCommand();
  const plan = useMemo(() => planPiece(piece), [piece]);

  const submit = form.handleSubmit(async (values) => {
    const exerciseId = newId();
    const answer = await command.send("import-exercise", {
      ...values,
      exerciseId,
      revisionId: newId(),
      step: Number(values.step) as Step,
      pieceFile: text,
    });
    if (answer.ok) router.push(`/set/${exerciseId}`);
  });

  return (
    <Form onSubmit={submit}>
      <FormError>{command.error}</FormError>
      <div className="mb-5 border border-rule bg-sheet p-3">
        <BarDrawing piece={piece} plan={plan} view="forged" unit="mm" />
        <StockAnswer piece={piece} plan={plan} unit="mm" />
        <p className="quiet mt-2 text-15">{plan.characteristics.length} things to measure</p>
      </div>
      <InputField
        label="Name on the shelf"
        error={errors.name?.message}
        {...form.register("name")}
      />
      <div className="grid gap-x-4 sm:grid-cols-2">
        <TechniqueAndStep
          techniques={techniques}
          technique={form.register("techniqueId")}
          step={form.register("step")}
          errors={errors}
        />
        <InputField
          label="Heats"
          error={errors.heatBudget?.message}
          {...form.register("heatBudget", { valueAsNumber: true })}
          inputMode="numeric"
        />
        <InputField
          label="Minutes"
          error={errors.minuteBudget?.message}
          {...form.register("minuteBudget", { valueAsNumber: true })}
          inputMode="numeric"
        />
      </div>
      <button type="submit" className="button button-main" disabled={isSubmitting}>
        {isSubmitting ? "Putting it on the shelf …" : "Put it on the shelf"}
      </button>
    </Form>
  );
}
