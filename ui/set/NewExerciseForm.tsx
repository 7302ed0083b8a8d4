"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useRouter } from "next/navigation";
import { useForm } from "react-hook-form";
import * as z from "zod";
import { contentOfPiece } from "@/core/exercise/exercise";
import { nameSchema } from "@/core/bar/schema";
import { PIECE_FORMAT } from "@/core/piece/piece";
import { sectionSchema } from "@/core/section/schema";
import { STEPS, type Step } from "@/core/trade/steps";
import { lengthSchema } from "@/core/units/schema";
import type { LengthUnit } from "@/core/units/length";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { Field, FormError } from "../forms/Field";
import { Form } from "../forms/Form";
import { TechniqueAndStep } from "./TechniqueAndStep";

/** Scale that a few heats take, unless the instructor says otherwise (common practice, no source). */
const USUAL_SCALE = 0.02;

const newSchema = (unit: LengthUnit) =>
  z.strictObject({
    name: nameSchema,
    techniqueId: z.string().min(1, "Choose the technique."),
    step: z.enum(STEPS.map(String)),
    section: sectionSchema,
    length: lengthSchema({ unit }),
  });

interface NewExerciseProps {
  techniques: readonly { id: string; name: string }[];
  unit: LengthUnit;
}

/** The few things an exercise starts from: its name, what it teaches, and a plain bar. */
export function NewExerciseForm({ techniques, unit }: NewExerciseProps) {
  const router = useRouter();
  const form = useForm({
    resolver: zodResolver(newSchema(unit)),
    defaultValues: {
      name: "",
      techniqueId: techniques[0]?.id ?? "",
      step: "1",
      section: unit === "mm" ? "12 square" : "1/2 in square",
      length: unit === "mm" ? "300" : "12",
    } as z.input<ReturnType<typeof newSchema>>,
  });
  const { errors, isSubmitting } = form.formState;
  const command = useCommand();
  const submit = form.handleSubmit(async ({ name, techniqueId, step, section, length }) => {
    const exerciseId = newId();
    const content = contentOfPiece({
      format: PIECE_FORMAT,
      name,
      stock: { section },
      stretches: [{ id: "bar", kind: "prism", section, length }],
      allowances: { scale: USUAL_SCALE },
    });
    const answer = await command.send("new-exercise", {
      exerciseId,
      techniqueId,
      step: Number(step) as Step,
      saveId: newId(),
      content,
    });
    if (answer.ok) router.push(`/set/${exerciseId}/design`);
  });
  return (
    <Form onSubmit={submit}>
      <FormError>{command.error}</FormError>
      <Field label="Name" error={errors.name?.message}>
        {(wiring) => (
          <input {...wiring} {...form.register("name")} className="field" autoComplete="off" />
        )}
      </Field>
      <div className="grid gap-x-4 sm:grid-cols-2">
        <TechniqueAndStep
          techniques={techniques}
          technique={form.register("techniqueId")}
          step={form.register("step")}
          errors={errors}
        />
        <Field
          label="The bar it starts from"
          hint="As it is said: 12 square, 25 by 6, half-inch round."
          error={errors.section?.message}
        >
          {(wiring) => (
            <input {...wiring} {...form.register("section")} className="field" autoComplete="off" />
          )}
        </Field>
        <Field
          label="Long, when forged and still straight"
          hint="About: it changes with the drawing."
          error={errors.length?.message}
        >
          {(wiring) => (
            <input {...wiring} {...form.register("length")} className="field" autoComplete="off" />
          )}
        </Field>
      </div>
      <button type="submit" className="button button-main" disabled={isSubmitting}>
        {isSubmitting ? "Fetching the bar …" : "To the drawing"}
      </button>
    </Form>
  );
}
