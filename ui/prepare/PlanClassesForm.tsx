"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { EVENING_COMMANDS } from "@/core/records/eveningCommands";
import { wholeFrom } from "@/core/units/fields";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { FormDone, FormError, InputField } from "../forms/Field";
import { Form } from "../forms/Form";
import { CohortField } from "../school/CohortField";

const MAX_WEEKS = 40;
const planSchema = EVENING_COMMANDS["plan-classes"]
  .omit({ classIds: true })
  .extend({ weeks: wholeFrom("A term", 1, MAX_WEEKS, "weeks") });

/** Plans a cohort's classes, the same day every week. */
export function PlanClassesForm({
  cohorts,
  today,
}: {
  cohorts: readonly { id: string; name: string }[];
  today: string;
}) {
  const router = useRouter();
  const command = useCommand();
  const [done, setDone] = useState<string | null>(null);
  const form = useForm({
    resolver: zodResolver(planSchema),
    defaultValues: {
      cohortId: cohorts[0]?.id ?? "",
      first: today,
      begins: "18:30",
      minutes: 150,
      hearths: 3,
      weeks: 10,
    },
  });
  const { errors, isSubmitting } = form.formState;
  const submit = form.handleSubmit(async ({ weeks, ...more }) => {
    const classIds = Array.from({ length: weeks }, newId);
    const answer = await command.send("plan-classes", { ...more, classIds });
    if (!answer.ok) return setDone(null);
    setDone(weeks === 1 ? "One class is planned." : `${weeks} classes are planned.`);
    router.refresh();
  });
  const whole = { valueAsNumber: true };
  return (
    <Form onSubmit={submit}>
      <FormError>{command.error}</FormError>
      <FormDone>{done}</FormDone>
      <CohortField
        cohorts={cohorts}
        registered={form.register("cohortId")}
        error={errors.cohortId?.message}
      />
      <div className="grid grid-cols-2 gap-x-3">
        <InputField
          label="First on"
          error={errors.first?.message}
          {...form.register("first")}
          type="date"
        />
        <InputField
          label="Begins"
          error={errors.begins?.message}
          {...form.register("begins")}
          type="time"
        />
        <InputField
          label="Minutes"
          error={errors.minutes?.message}
          {...form.register("minutes", whole)}
          inputMode="numeric"
        />
        <InputField
          label="Hearths lit"
          error={errors.hearths?.message}
          {...form.register("hearths", whole)}
          inputMode="numeric"
        />
      </div>
      <InputField
        label="Weeks in a row"
        error={errors.weeks?.message}
        {...form.register("weeks", whole)}
        inputMode="numeric"
      />
      <button
        type="submit"
        className="button w-full"
        disabled={isSubmitting || cohorts.length === 0}
      >
        {isSubmitting ? "Planning …" : "Plan them"}
      </button>
    </Form>
  );
}
