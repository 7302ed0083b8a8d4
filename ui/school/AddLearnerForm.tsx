"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { PEOPLE_COMMANDS } from "@/core/records/peopleCommands";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { FormDone, FormError, InputField } from "../forms/Field";
import { Form } from "../forms/Form";
import { CohortField } from "./CohortField";

const learnerSchema = PEOPLE_COMMANDS["add-learner"].omit({ personId: true });

/** Adds a learner by name; a join link is made afterwards. */
export function AddLearnerForm({ cohorts }: { cohorts: readonly { id: string; name: string }[] }) {
  const router = useRouter();
  const command = useCommand();
  const [done, setDone] = useState<string | null>(null);
  const form = useForm({
    resolver: zodResolver(learnerSchema),
    defaultValues: { name: "", cohortId: cohorts[0]?.id ?? "" },
  });
  const { errors, isSubmitting } = form.formState;
  const submit = form.handleSubmit(async ({ name, cohortId }) => {
    const answer = await command.send<"add-learner", { tagCode: string }>("add-learner", {
      personId: newId(),
      name,
      cohortId,
    });
    if (!answer.ok) return;
    setDone(`${name} is in, with the tag ${answer.value.tagCode}.`);
    form.reset({ name: "", cohortId });
    router.refresh();
  });
  return (
    <Form onSubmit={submit}>
      <FormError>{command.error}</FormError>
      <FormDone>{done}</FormDone>
      <InputField
        label="Name"
        error={errors.name?.message}
        {...form.register("name")}
        autoComplete="off"
      />
      <CohortField
        cohorts={cohorts}
        registered={form.register("cohortId")}
        error={errors.cohortId?.message}
      />
      <button type="submit" className="button button-main w-full" disabled={isSubmitting}>
        {isSubmitting ? "Adding …" : "Add"}
      </button>
    </Form>
  );
}
