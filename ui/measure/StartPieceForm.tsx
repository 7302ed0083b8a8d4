"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useRouter } from "next/navigation";
import { useForm } from "react-hook-form";
import * as z from "zod";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { Field, FormError } from "../forms/Field";
import { Form } from "../forms/Form";

const startSchema = z.strictObject({
  learner: z.string().min(1, "Choose who made it."),
  assignmentId: z.string().min(1, "Choose what was set."),
  kind: z.enum(["assessed", "practice"]),
  guided: z.boolean(),
  cold: z.boolean(),
});

export interface StartChoice {
  id: string;
  learner: string;
  exercise: string;
}

/**
 * Takes a piece in: whose it is and what was set; its tag is given here.
 *
 * @param own the learner who starts one of their own, which is always practice; null for staff
 */
export function StartPieceForm({ choices, own }: { choices: StartChoice[]; own: string | null }) {
  const router = useRouter();
  const form = useForm({
    resolver: zodResolver(startSchema),
    defaultValues: {
      learner: own ?? "",
      assignmentId: own === null ? "" : (choices[0]?.id ?? ""),
      kind: own === null ? ("assessed" as const) : ("practice" as const),
      guided: false,
      cold: false,
    },
  });
  const { errors, isSubmitting } = form.formState;
  const command = useCommand();
  const learners = [...new Set(choices.map(({ learner }) => learner))].sort();
  // oxlint-disable-next-line react/incompatible-library -- watch is how this form library follows a field
  const learner = form.watch("learner");
  const set = choices.filter((choice) => choice.learner === learner);

  const submit = form.handleSubmit(async ({ learner: _, ...piece }) => {
    const pieceId = newId();
    const answer = await command.send("start-piece", { pieceId, ...piece });
    if (answer.ok) router.push(`/measure/${pieceId}`);
  });

  if (choices.length === 0)
    return (
      <p className="quiet text-15">
        {own === null
          ? "Nothing is set for anyone yet. Choose an exercise under Set."
          : "Nothing is set for you yet. Ask your instructor."}
      </p>
    );
  return (
    <Form onSubmit={submit}>
      <FormError>{command.error}</FormError>
      {own === null ? (
        <Field label="Made by" error={errors.learner?.message}>
          {(wiring) => (
            <select
              {...wiring}
              {...form.register("learner", {
                onChange: (event: { target: { value: string } }) => {
                  const first = choices.find((choice) => choice.learner === event.target.value);
                  form.setValue("assignmentId", first?.id ?? "");
                },
              })}
              className="field"
            >
              <option value="">choose a learner</option>
              {learners.map((name) => (
                <option key={name}>{name}</option>
              ))}
            </select>
          )}
        </Field>
      ) : null}
      <Field label="What was set" error={errors.assignmentId?.message}>
        {(wiring) => (
          <select
            {...wiring}
            {...form.register("assignmentId")}
            className="field"
            disabled={set.length === 0}
          >
            {set.map(({ id, exercise }) => (
              <option key={id} value={id}>
                {exercise}
              </option>
            ))}
          </select>
        )}
      </Field>
      {own === null ? (
        <fieldset className="mb-4">
          <legend className="mb-1 text-15 font-semibold">Counts as</legend>
          {(["assessed", "practice"] as const).map((kind) => (
            <label key={kind} className="mr-6 inline-flex min-h-11 items-center gap-2 text-15">
              <input
                type="radio"
                value={kind}
                {...form.register("kind")}
                className="size-5 accent-ink"
              />
              {kind}
            </label>
          ))}
          <label className="flex min-h-11 items-center gap-2 text-15">
            <input type="checkbox" {...form.register("guided")} className="size-5 accent-ink" />
            made under guidance
          </label>
          <label className="flex min-h-11 items-center gap-2 text-15">
            <input type="checkbox" {...form.register("cold")} className="size-5 accent-ink" />
            made cold, for “Sure”
          </label>
        </fieldset>
      ) : null}
      <button type="submit" className="button button-main w-full" disabled={isSubmitting}>
        {isSubmitting ? "Taking in …" : "To the bench"}
      </button>
    </Form>
  );
}
