"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useForm, type FieldErrors } from "react-hook-form";
import { SEVERITIES } from "@/core/trade/defects";
import { marksRuleSchema, type MarksRule } from "@/core/verdict/marksRule";
import { useCommand } from "../useCommand";
import { FormError, InputField } from "../forms/Field";
import { Form } from "../forms/Form";

interface MarksRuleFormProps {
  exerciseId: string;
  rule: MarksRule;
  own: boolean;
  schools: MarksRule;
}

const PLAIN = [
  ["passMark", "Pass mark"],
  ["corrected", "A defect put right, at most"],
  ["perHeatOver", "Each heat over the budget"],
  ["perFiveMinutesOver", "Each five minutes over"],
] as const;

const ACCEPTED = "A number from 0 to 100.";

/** What is taken off for what, on this exercise. Signed pieces keep their verdicts. */
export function MarksRuleForm({ exerciseId, rule, own, schools }: MarksRuleFormProps) {
  const router = useRouter();
  const command = useCommand();
  const [saved, setSaved] = useState(false);
  const form = useForm({ resolver: zodResolver(marksRuleSchema), defaultValues: rule });
  const { errors, isSubmitting } = form.formState;

  async function set(next: MarksRule | null) {
    const answer = await command.send("set-marks-rule", { exerciseId, rule: next });
    if (!answer.ok) return;
    setSaved(true);
    router.refresh();
  }
  const number = { valueAsNumber: true };
  const problemOf = (found: FieldErrors<MarksRule>[keyof MarksRule]) =>
    found ? ACCEPTED : undefined;
  return (
    <Form onSubmit={form.handleSubmit((next) => set(next))}>
      <FormError>{command.error}</FormError>
      {SEVERITIES.map((severity) => (
        <InputField
          key={severity}
          label={`A ${severity} defect left in`}
          error={errors.defects?.[severity] ? ACCEPTED : undefined}
          {...form.register(`defects.${severity}`, number)}
          inputMode="decimal"
          className="w-28"
        />
      ))}
      {PLAIN.map(([name, label]) => (
        <InputField
          key={name}
          label={label}
          error={problemOf(errors[name])}
          {...form.register(name, number)}
          inputMode="decimal"
          className="w-28"
        />
      ))}
      <div className="flex flex-wrap items-center gap-3">
        <button className="button button-main" disabled={isSubmitting}>
          Keep this rule
        </button>
        {own ? (
          <button
            type="button"
            className="button"
            disabled={isSubmitting}
            onClick={() => {
              form.reset(schools);
              void set(null);
            }}
          >
            Back to the school&rsquo;s
          </button>
        ) : null}
        <p role="status" className="text-15">
          {saved ? "Kept." : ""}
        </p>
      </div>
    </Form>
  );
}
