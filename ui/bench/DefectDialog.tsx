"use client";

import { useDeferredValue, useMemo, useState } from "react";
import { zodResolver } from "@hookform/resolvers/zod";
import { useForm } from "react-hook-form";
import * as z from "zod";
import { findDefects, SEVERITIES, type DefectKind } from "@/core/trade/defects";
import { BENCH_COMMANDS } from "@/core/records/benchCommands";
import { printBothUnits } from "@/core/units/print";
import type { LengthUnit } from "@/core/units/length";
import { Field, InputField } from "../forms/Field";
import { SheetDialog } from "../kit/Sheet";
import { DefectPicture } from "./DefectPicture";
import type { NotedDefect } from "./useNotes";

interface Place {
  label: string;
  atMm: number;
}

interface DefectDialogProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  places: Place[];
  /** Titles of the exercise's stages, in order. */
  stages: readonly string[];
  unit: LengthUnit;
  onNote: (noted: NotedDefect) => void;
}

const NONE: readonly DefectKind[] = [];

/** A defect: which, how bad, where on the bar. Found by any of its names. */
export function DefectDialog({
  open,
  onOpenChange,
  places,
  stages,
  unit,
  onNote,
}: DefectDialogProps) {
  const [words, setWords] = useState("");
  const [kind, setKind] = useState<DefectKind | null>(null);
  const kinds = useMemo(() => findDefects(words), [words]);
  // The place to type comes first; the catalogue with its pictures follows when there is time.
  const shown = useDeferredValue(kinds, NONE);
  return (
    <SheetDialog title={kind ? kind.name : "Which defect"} open={open} onOpenChange={onOpenChange}>
      {kind ? (
        <DefectForm
          kind={kind}
          places={places}
          stages={stages}
          unit={unit}
          onNote={onNote}
          onBack={() => setKind(null)}
        />
      ) : (
        <>
          <input
            autoFocus
            value={words}
            onChange={(event) => setWords(event.target.value)}
            onKeyDown={(event) => {
              if (event.key !== "Enter" || !kinds[0]) return;
              // Or the key would go on to the field that is focused next, and open it.
              event.preventDefault();
              setKind(kinds[0]);
            }}
            aria-label="Find a defect by any of its names"
            placeholder="lozenge, fold, half-moon …"
            className="field mb-3"
          />
          <ul>
            {shown.map((one) => (
              <li key={one.code} className="border-b">
                <button
                  type="button"
                  onClick={() => setKind(one)}
                  className="flex min-h-14 w-full items-center gap-4 py-1.5 text-left"
                >
                  <DefectPicture code={one.code} widthPx={84} />
                  <span>
                    <span className="block font-semibold">{one.name}</span>
                    <span className="block text-13 text-ink-2">{one.shows}</span>
                  </span>
                </button>
              </li>
            ))}
          </ul>
          {kinds.length === 0 ? <p className="py-3 text-15">No defect goes by that name.</p> : null}
        </>
      )}
    </SheetDialog>
  );
}

interface DefectFormProps {
  kind: DefectKind;
  places: Place[];
  stages: readonly string[];
  unit: LengthUnit;
  onNote: (noted: NotedDefect) => void;
  onBack: () => void;
}

const defectSchema = BENCH_COMMANDS["note-defect"]
  .pick({ severity: true, note: true })
  .extend({ place: z.string(), stage: z.string() });

function DefectForm({ kind, places, stages, unit, onNote, onBack }: DefectFormProps) {
  const { register, handleSubmit, formState } = useForm({
    resolver: zodResolver(defectSchema),
    defaultValues: { severity: kind.severity, place: "", stage: "", note: "" },
  });
  const submit = handleSubmit(({ severity, place, stage, note }) =>
    onNote({
      kind: kind.code,
      severity,
      note,
      atMm: place === "" ? null : places[Number(place)]!.atMm,
      stage: stage === "" ? null : Number(stage),
    }),
  );
  return (
    <form onSubmit={(event) => void submit(event)} noValidate>
      <div className="mb-2 flex justify-center border-y border-rule bg-limewash py-2">
        <DefectPicture code={kind.code} widthPx={240} />
      </div>
      <p className="mb-4 text-15 first-letter:uppercase">
        {kind.shows}. {kind.remedy}
        {kind.now ? <strong> Before anything else is done to it.</strong> : null}
      </p>
      <div className="grid gap-x-4 sm:grid-cols-2">
        <Field label="How bad">
          {(wiring) => (
            <select {...wiring} {...register("severity")} autoFocus className="field">
              {(kind.isFinal ? [kind.severity] : SEVERITIES).map((severity) => (
                <option key={severity}>{severity}</option>
              ))}
            </select>
          )}
        </Field>
        <Field label="Where">
          {(wiring) => (
            <select {...wiring} {...register("place")} className="field">
              <option value="">all over</option>
              {places.map(({ label, atMm }, index) => (
                <option key={label} value={index}>
                  {label}, {printBothUnits(atMm, unit)} from end A
                </option>
              ))}
            </select>
          )}
        </Field>
        {stages.length > 0 ? (
          <Field label="Arose at">
            {(wiring) => (
              <select {...wiring} {...register("stage")} className="field">
                <option value="">not known</option>
                {stages.map((title, index) => (
                  <option key={title} value={index}>
                    {index + 1}. {title}
                  </option>
                ))}
              </select>
            )}
          </Field>
        ) : null}
        <InputField label="Note" error={formState.errors.note?.message} {...register("note")} />
      </div>
      <div className="flex gap-3">
        <button className="button button-main" type="submit">
          Note it
        </button>
        <button className="button" type="button" onClick={onBack}>
          Another defect
        </button>
      </div>
    </form>
  );
}
