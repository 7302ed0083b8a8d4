"use client";

import { wordsForProblem } from "@/core/problem/words";
import { useRouter } from "next/navigation";
import { useForm, useWatch } from "react-hook-form";
import {
  checkInstrument,
  MIN_CHECK_READINGS,
  SURFACE_UNCERTAINTY,
} from "@/core/measure/instrumentCheck";
import { readEntry } from "@/core/measure/reading";
import { MAX_VALUES } from "@/core/measure/readingWays";
import type { BenchInstrument } from "@/core/records/bench";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { Field, FormError, InputField } from "../forms/Field";
import { Form } from "../forms/Form";
import { uncertaintyInWords } from "../words/instruments";

interface Typed {
  instrumentId: string;
  reference: string;
  referenceUncertainty: string;
  readings: string;
}

/** The sizes typed, in the instrument's unit; a message in place of one that isn't a size. */
function read(
  text: string,
  instrument: BenchInstrument,
): { values: number[]; wrong: string | null } {
  const measured = instrument.kind === "protractor" ? ("deg" as const) : ("mm" as const);
  const values: number[] = [];
  for (const one of text.split(/[;\s]+/).filter(Boolean)) {
    const entry = readEntry(one, "mm", { name: "size", nominal: 0, measured });
    if (entry.kind === "refused") return { values, wrong: wordsForProblem(entry.problem) };
    values.push(entry.value);
  }
  return { values, wrong: null };
}

/** Readings of a known size: what the instrument reads off by, and what it is sure to from now on. */
export function CheckForm({ instruments }: { instruments: readonly BenchInstrument[] }) {
  const router = useRouter();
  const command = useCommand();
  const checkable = instruments.filter(({ kind }) => SURFACE_UNCERTAINTY[kind] !== undefined);
  const form = useForm<Typed>({
    defaultValues: {
      instrumentId: checkable[0]?.id ?? "",
      reference: "",
      referenceUncertainty: "0.01",
      readings: "",
    },
  });
  const { register, handleSubmit, formState, control } = form;
  const typed = useWatch({ control });
  const instrument = checkable.find(({ id }) => id === typed.instrumentId);
  if (!instrument)
    return <p className="quiet text-15">No instrument here can be held against a known size.</p>;
  const answer = reckon(instrument, { ...form.getValues(), ...typed });

  const submit = handleSubmit(async (given) => {
    const now = reckon(instrument, given);
    if ("wrong" in now) return command.setError(now.wrong ?? null);
    const done = await command.send("check-instrument", {
      checkId: newId(),
      instrumentId: instrument.id,
      reference: now.reference,
      referenceUncertainty: now.referenceUncertainty,
      values: now.values,
    });
    if (!done.ok) return;
    form.reset({ ...given, readings: "", reference: "" });
    router.refresh();
  });
  return (
    <Form onSubmit={submit}>
      <FormError>{command.error}</FormError>
      <Field label="Instrument">
        {(wiring) => (
          <select {...wiring} {...register("instrumentId")} className="field">
            {checkable.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        )}
      </Field>
      <InputField
        label="Known size"
        hint="A gauge block or a rule that is kept for it, such as 20."
        {...register("reference")}
        inputMode="decimal"
      />
      <InputField
        label="The known size is sure to"
        {...register("referenceUncertainty")}
        inputMode="decimal"
      />
      <InputField
        label="Readings"
        hint={`${MIN_CHECK_READINGS} to ${MAX_VALUES}, with spaces between them: 20.02 20 20.02`}
        {...register("readings")}
      />
      <p role="status" className="mb-4 min-h-12 text-15">
        {"wrong" in answer ? (
          <span className="quiet">{answer.wrong}</span>
        ) : (
          <>
            Reads off by{" "}
            <strong>
              {uncertaintyInWords({ kind: instrument.kind, uncertainty: answer.bias }, true)}
            </strong>
            ; sure to <strong>{uncertaintyInWords({ ...instrument, ...answer })}</strong> on forged
            steel.
          </>
        )}
      </p>
      <button className="button button-main" disabled={formState.isSubmitting}>
        Keep the check
      </button>
    </Form>
  );
}

function reckon(instrument: BenchInstrument, typed: Typed) {
  const [reference, sure, readings] = [
    read(typed.reference, instrument),
    read(typed.referenceUncertainty, instrument),
    read(typed.readings, instrument),
  ];
  const wrong = reference.wrong ?? sure.wrong ?? readings.wrong;
  if (wrong) return { wrong };
  if (reference.values.length !== 1) return { wrong: "Type the one known size." };
  if (sure.values.length !== 1) return { wrong: "Type what the known size is sure to." };
  const { values } = readings;
  if (values.length < MIN_CHECK_READINGS || values.length > MAX_VALUES)
    return { wrong: `${values.length} of ${MIN_CHECK_READINGS} to ${MAX_VALUES} readings.` };
  const given = { reference: reference.values[0]!, referenceUncertainty: sure.values[0]! };
  const { resolution, kind } = instrument;
  const surface = SURFACE_UNCERTAINTY[kind]!;
  return { ...given, values, ...checkInstrument(values, { ...given, resolution, surface }) };
}
