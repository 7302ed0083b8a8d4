"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useRouter } from "next/navigation";
import { useState, type ReactNode } from "react";
import { useForm, type FieldValues, type Path, type UseFormReturn } from "react-hook-form";
import { ACCOUNT_CHANGES, type AccountChange } from "@/core/records/account";
import { post } from "../command";
import { useCommand } from "../useCommand";
import { FormDone, FormError, InputField } from "./Field";
import { Form } from "./Form";

/** Another password; it is asked for as it is now. */
export function ChangePassword() {
  const form = useForm({
    resolver: zodResolver(ACCOUNT_CHANGES.password),
    defaultValues: { currentPassword: "", password: "" },
  });
  return (
    <AccountForm
      title="Password"
      change="password"
      form={form}
      done="Changed. Everywhere else you are signed out."
    >
      <AccountField
        {...{ form, name: "password", label: "New password", type: "password" }}
        hint="At least 10 characters. Four or five words that don’t belong together do well."
        autoComplete="new-password"
      />
    </AccountForm>
  );
}

/** Another address to sign in with. */
export function ChangeEmail({ email }: { email: string }) {
  const form = useForm({
    resolver: zodResolver(ACCOUNT_CHANGES.email),
    defaultValues: { currentPassword: "", email },
  });
  return (
    <AccountForm title="Address to sign in with" change="email" form={form} done="Changed.">
      <AccountField
        {...{ form, name: "email", label: "E-mail", type: "email" }}
        hint="Nothing is sent to it."
        autoComplete="username"
      />
    </AccountForm>
  );
}

function AccountForm<Values extends FieldValues & { currentPassword: string }>({
  title,
  change,
  form,
  done,
  children,
}: {
  title: string;
  change: AccountChange;
  form: UseFormReturn<Values>;
  done: string;
  children: ReactNode;
}) {
  const router = useRouter();
  const { wait, busy, error } = useCommand();
  const [isDone, setDone] = useState(false);
  const submit = form.handleSubmit(async (input) => {
    setDone(false);
    const answer = await wait(post(`/api/account/${change}`, input));
    if (!answer.ok) return;
    setDone(true);
    form.reset({ ...input, currentPassword: "", password: "" });
    router.refresh();
  });
  return (
    <section aria-label={title} className="mb-6 border-t border-rule pt-3">
      <h2 className="mb-2 font-slab text-20 font-semibold">{title}</h2>
      <Form onSubmit={submit}>
        <FormError>{error}</FormError>
        <FormDone>{isDone ? done : null}</FormDone>
        {children}
        <AccountField
          form={form}
          name={"currentPassword" as Path<Values>}
          label="Password as it is now"
          type="password"
          autoComplete="current-password"
        />
        <button type="submit" className="button" disabled={busy}>
          Change it
        </button>
      </Form>
    </section>
  );
}

function AccountField<Values extends FieldValues>({
  form,
  name,
  label,
  hint,
  ...input
}: {
  form: UseFormReturn<Values>;
  name: Path<Values>;
  label: string;
  hint?: string;
  type: string;
  autoComplete: string;
}) {
  const error = form.formState.errors[name]?.message;
  return (
    <InputField
      label={label}
      hint={hint}
      error={typeof error === "string" ? error : undefined}
      {...input}
      {...form.register(name)}
    />
  );
}
