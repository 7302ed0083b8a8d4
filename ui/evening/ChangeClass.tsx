"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { EVENING_COMMANDS } from "@/core/records/eveningCommands";
import { useCommand } from "../useCommand";
import { FormDone, FormError, InputField } from "../forms/Field";
import { Form } from "../forms/Form";

interface Changed {
  id: string;
  day: string;
  begins: string;
  minutes: number;
  hearths: number;
  cleanUp: number;
  instructorIds: string[];
  firesOut: string[];
}

interface Named {
  id: string;
  name: string;
}

/** When an evening is, who of the staff is there and which fires stay out. */
export function ChangeClass({
  of: { id: classId, ...of },
  fires,
  instructors,
}: {
  of: Changed;
  fires: readonly Named[];
  instructors: readonly Named[];
}) {
  const router = useRouter();
  const command = useCommand();
  const [done, setDone] = useState<string | null>(null);
  const { day, begins, minutes, hearths, cleanUp, instructorIds, firesOut } = of;
  const form = useForm({
    resolver: zodResolver(EVENING_COMMANDS["change-class"].omit({ classId: true })),
    defaultValues: { day, begins, minutes, hearths, cleanUp, instructorIds, firesOut },
  });
  const { errors, isSubmitting } = form.formState;
  const submit = form.handleSubmit(async (changed) => {
    const answer = await command.send("change-class", { classId, ...changed });
    setDone(answer.ok ? "It is changed. Those concerned see it on their own page." : null);
    if (answer.ok) router.refresh();
  });
  const whole = { valueAsNumber: true };
  return (
    <details className="no-print mt-6 border-t border-rule pt-2">
      <summary className="link flex min-h-11 items-center font-semibold">
        Change the evening
      </summary>
      <div className="max-w-xl">
        <Form onSubmit={submit}>
          <FormError>{command.error}</FormError>
          <FormDone>{done}</FormDone>
          <div className="grid grid-cols-2 gap-x-3 sm:grid-cols-4">
            <InputField
              label="Day"
              error={errors.day?.message}
              {...form.register("day")}
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
              label="Clean-up, min"
              error={errors.cleanUp?.message}
              {...form.register("cleanUp", whole)}
              inputMode="numeric"
            />
          </div>
          <Ticks legend="There are" of={instructors} registered={form.register("instructorIds")} />
          {fires.length > 0 ? (
            <Ticks
              legend="Fires that stay out"
              of={fires.map(({ id, name }) => ({ id, name: `fire ${name}` }))}
              registered={form.register("firesOut")}
            />
          ) : null}
          <button type="submit" className="button" disabled={isSubmitting}>
            {isSubmitting ? "Changing …" : "Change it"}
          </button>
        </Form>
      </div>
    </details>
  );
}

function Ticks({
  legend,
  of,
  registered,
}: {
  legend: string;
  of: readonly Named[];
  registered: object;
}) {
  return (
    <fieldset className="mb-3">
      <legend className="text-15 font-semibold">{legend}</legend>
      <div className="flex flex-wrap gap-x-5">
        {of.map(({ id, name }) => (
          <label key={id} className="flex min-h-11 items-center gap-2 text-15">
            <input type="checkbox" value={id} className="size-5 accent-ink" {...registered} />
            {name}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
