"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { PEOPLE_COMMANDS } from "@/core/records/peopleCommands";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { Field, FormDone, FormError, InputField } from "../forms/Field";
import { Form } from "../forms/Form";
import { Link } from "../kit/Link";
import { SheetDialog } from "../kit/Sheet";
import { ROLE_MEANS } from "../words/roles";
import { AddLearnerForm } from "./AddLearnerForm";
import { RosterFile } from "./RosterFile";

type Cohorts = readonly { id: string; name: string }[];

/** Brings people in: one learner, several from a file, and for owners staff. */
export function AskToJoin({
  cohorts,
  there,
  isOwner,
}: {
  cohorts: Cohorts;
  there: readonly string[];
  isOwner: boolean;
}) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="button" data-key="a" onClick={() => setOpen(true)}>
        Ask somebody to join
      </button>
      <SheetDialog title="Ask somebody to join" open={open} onOpenChange={setOpen}>
        <section aria-label="Add a learner">
          <h3 className="mb-2 font-slab text-20 font-semibold">A learner</h3>
          {cohorts.length === 0 ? (
            <p className="text-15">Make a cohort first: learners come in cohorts.</p>
          ) : (
            <AddLearnerForm cohorts={cohorts} />
          )}
        </section>
        <section aria-label="Learners from a file" className="mt-6 border-t-2 border-ink pt-4">
          <h3 className="mb-2 font-slab text-20 font-semibold">Several learners, from a file</h3>
          <RosterFile cohorts={cohorts} there={there} />
        </section>
        {isOwner ? (
          <section aria-label="Add staff" className="mt-6 border-t-2 border-ink pt-4">
            <h3 className="mb-2 font-slab text-20 font-semibold">Somebody who teaches</h3>
            <AddStaffForm />
          </section>
        ) : null}
        <p className="mt-4 border-t border-rule pt-3 text-15">
          Then give each a way in:{" "}
          <Link href="/school/slips" className="link">
            slips for a whole cohort
          </Link>
          , or one on the person’s page.
        </p>
      </SheetDialog>
    </>
  );
}

const staffSchema = PEOPLE_COMMANDS["add-staff"].omit({ personId: true });
const STAFF_ROLES = ["instructor", "assistant", "owner"] as const;

function AddStaffForm() {
  const router = useRouter();
  const command = useCommand();
  const [done, setDone] = useState<string | null>(null);
  const form = useForm({
    resolver: zodResolver(staffSchema),
    defaultValues: { name: "", role: "instructor" as const },
  });
  const { errors } = form.formState;
  const submit = form.handleSubmit(async (of) => {
    const answer = await command.send("add-staff", { personId: newId(), ...of });
    if (!answer.ok) return;
    setDone(`${of.name} is in.`);
    form.reset();
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
      <Field label="Role" error={errors.role?.message}>
        {(wiring) => (
          <select {...wiring} {...form.register("role")} className="field">
            {STAFF_ROLES.map((role) => (
              <option key={role} value={role}>
                {role}: {ROLE_MEANS[role]}
              </option>
            ))}
          </select>
        )}
      </Field>
      <button type="submit" className="button button-main w-full" disabled={command.busy}>
        Add to the staff
      </button>
    </Form>
  );
}
