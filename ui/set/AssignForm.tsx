"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useForm } from "react-hook-form";
import * as z from "zod";
import type { Machine } from "@/core/trade/machines";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { FormDone, FormError } from "../forms/Field";
import { Form } from "../forms/Form";
import { machinesInWords } from "../words/machines";

const assignSchema = z.strictObject({
  learners: z.array(z.string()).min(1, "Choose at least one learner."),
});

export interface Assignable {
  id: string;
  name: string;
  cohort: string;
  /** Set for them already and not withdrawn. */
  assigned: boolean;
  /** Machines of the exercise they are not cleared for. */
  notCleared: readonly Machine[];
}

/** Sets the exercise for learners, by cohort. */
export function AssignForm({
  revisionId,
  learners,
}: {
  revisionId: string;
  learners: Assignable[];
}) {
  const router = useRouter();
  const [done, setDone] = useState<string | null>(null);
  const form = useForm({
    resolver: zodResolver(assignSchema),
    defaultValues: { learners: [] as string[] },
  });
  const { errors, isSubmitting } = form.formState;
  const command = useCommand();
  const cohorts = [...new Set(learners.map(({ cohort }) => cohort))];

  const submit = form.handleSubmit(async ({ learners: chosen }) => {
    const answer = await command.send("assign", {
      revisionId,
      learners: chosen.map((personId) => ({ assignmentId: newId(), personId })),
    });
    if (!answer.ok) return;
    const names = learners.filter(({ id }) => chosen.includes(id)).map(({ name }) => name);
    setDone(`Set for ${names.join(", ")}.`);
    form.reset();
    router.refresh();
  });

  if (learners.length === 0)
    return <p className="quiet text-15">There are no learners yet. Add them under Prepare.</p>;
  return (
    <Form onSubmit={submit}>
      <FormError>{command.error ?? errors.learners?.message}</FormError>
      <FormDone>{done}</FormDone>
      <div className="max-h-[44vh] overflow-auto border-y border-rule">
        {cohorts.map((cohort) => (
          <fieldset key={cohort} className="py-2">
            <legend className="quiet text-13">{cohort}</legend>
            {learners
              .filter((learner) => learner.cohort === cohort)
              .map(({ id, name, assigned, notCleared }) => (
                <label key={id} className="flex min-h-11 items-center gap-3 text-15">
                  <input
                    type="checkbox"
                    value={id}
                    {...form.register("learners")}
                    className="size-5 accent-ink"
                  />
                  <span className="font-semibold">{name}</span>
                  {assigned ? <span className="quiet text-13">has it</span> : null}
                  {notCleared.length > 0 ? (
                    <span className="ml-auto text-13">
                      not cleared for the {machinesInWords(notCleared)}
                    </span>
                  ) : null}
                </label>
              ))}
          </fieldset>
        ))}
      </div>
      <button type="submit" className="button button-main mt-3 w-full" disabled={isSubmitting}>
        {isSubmitting ? "Setting …" : "Set it"}
      </button>
    </Form>
  );
}
