"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useForm } from "react-hook-form";
import { BENCH_COMMANDS } from "@/core/records/benchCommands";
import { OUTCOMES, type Outcome } from "@/core/verdict/outcomes";
import { Field, InputField } from "../forms/Field";
import { SheetDialog } from "../kit/Sheet";
import { OUTCOME_WORDS } from "../words/verdict";

const overrideSchema = BENCH_COMMANDS["sign-verdict"].shape.override.unwrap();

/** Another outcome than the computed one: the instructor's word, with the reason, which is kept. */
export function OverrideDialog({
  computed,
  onOpenChange,
  onDecide,
}: {
  /** Null where a reading is too close to call. */
  computed: Outcome | null;
  onOpenChange: (open: boolean) => void;
  onDecide: (override: { outcome: Outcome; reason: string }) => void;
}) {
  const others = OUTCOMES.filter((outcome) => outcome !== computed);
  const { register, handleSubmit, formState } = useForm({
    resolver: zodResolver(overrideSchema),
    defaultValues: { outcome: others[0]!, reason: "" },
  });
  return (
    <SheetDialog title="Decide otherwise" open onOpenChange={onOpenChange}>
      <p className="mb-4 text-15">
        Reckoned: {computed ? OUTCOME_WORDS[computed].toLowerCase() : "too close to call"}. The
        readings stay as they are; your decision and its reason stand beside them for good.
      </p>
      <form onSubmit={(event) => void handleSubmit(onDecide)(event)} noValidate>
        <Field label="Decided">
          {(wiring) => (
            <select {...wiring} {...register("outcome")} autoFocus className="field">
              {others.map((outcome) => (
                <option key={outcome} value={outcome}>
                  {OUTCOME_WORDS[outcome]}
                </option>
              ))}
            </select>
          )}
        </Field>
        <InputField label="Why" error={formState.errors.reason?.message} {...register("reason")} />
        <button className="button button-main" type="submit">
          Sign it so
        </button>
      </form>
    </SheetDialog>
  );
}
