"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { PEOPLE_COMMANDS } from "@/core/records/peopleCommands";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { FormError, InputField } from "../forms/Field";
import { Form } from "../forms/Form";
import { SheetDialog } from "../kit/Sheet";

const cohortSchema = PEOPLE_COMMANDS["keep-cohort"].omit({ cohortId: true });

/** Makes a cohort, or changes one and ends it. */
export function CohortButton({
  cohort,
  isEmpty = false,
}: {
  cohort: { id: string; name: string; letter: string } | null;
  isEmpty?: boolean;
}) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const command = useCommand();
  const form = useForm({
    resolver: zodResolver(cohortSchema),
    defaultValues: { name: cohort?.name ?? "", letter: cohort?.letter ?? "" },
  });
  const { errors } = form.formState;
  const done = (ok: boolean) => {
    if (!ok) return;
    setOpen(false);
    if (!cohort) form.reset();
    router.refresh();
  };
  const save = form.handleSubmit(async (of) => {
    const cohortId = cohort?.id ?? newId();
    done((await command.send("keep-cohort", { cohortId, ...of })).ok);
  });
  const end = async (cohortId: string) =>
    done((await command.send("end-cohort", { cohortId, ended: true })).ok);
  return (
    <>
      <button type="button" className="link min-h-11 text-15" onClick={() => setOpen(true)}>
        {cohort ? "change" : "A new cohort"}
        {cohort ? <span className="sr-only"> {cohort.name}</span> : null}
      </button>
      <SheetDialog title={cohort ? cohort.name : "A new cohort"} open={open} onOpenChange={setOpen}>
        <Form onSubmit={save}>
          <FormError>{command.error}</FormError>
          <InputField
            label="Name"
            hint="Such as Thursday evening."
            error={errors.name?.message}
            {...form.register("name")}
          />
          <InputField
            label="Letter"
            hint="Begins the tags of its learners: K in K7-12."
            error={errors.letter?.message}
            {...form.register("letter")}
            maxLength={2}
          />
          <button type="submit" className="button button-main w-full" disabled={command.busy}>
            {cohort ? "Change it" : "Make it"}
          </button>
        </Form>
        {cohort ? (
          <div className="mt-6 border-t-2 border-ink pt-4 text-15">
            <p className="mb-3">
              {isEmpty
                ? "Nobody is in it. Ended, it is offered nowhere; what its learners made stays."
                : "It ends when nobody is in it any more: move its learners, or let them leave."}
            </p>
            <button
              type="button"
              className="button"
              disabled={command.busy || !isEmpty}
              onClick={() => void end(cohort.id)}
            >
              End it
            </button>
          </div>
        ) : null}
      </SheetDialog>
    </>
  );
}

/** Takes an ended cohort up again. */
export function TakeUpAgain({ cohortId, name }: { cohortId: string; name: string }) {
  const router = useRouter();
  const { send, busy, error } = useCommand();
  const again = async () => {
    if ((await send("end-cohort", { cohortId, ended: false })).ok) router.refresh();
  };
  return (
    <>
      <button type="button" className="link min-h-11" disabled={busy} onClick={() => void again()}>
        take up again<span className="sr-only"> {name}</span>
      </button>
      <FormError>{error}</FormError>
    </>
  );
}
