"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { wayBackSchema } from "@/core/records/account";
import { post } from "../command";
import { EmailField } from "./EmailField";
import { FormError } from "./Field";
import { Form } from "./Form";

/** Has a one-time way back sent to the address somebody signs in with. */
export function WayBackForm() {
  const form = useForm({ resolver: zodResolver(wayBackSchema), defaultValues: { email: "" } });
  const { errors, isSubmitting } = form.formState;
  const [sentTo, setSentTo] = useState<string | null>(null);
  const submit = form.handleSubmit(async (input) => {
    const answer = await post("/api/join/forgotten", input);
    if (answer.ok) return setSentTo(input.email);
    form.setError("root", { message: answer.error.message });
  });
  if (sentTo !== null)
    return (
      <p role="status" className="border-l-4 border-ink bg-sheet px-4 py-3 text-15">
        If somebody signs in with {sentTo}, a link is on its way there. It works once, within an
        hour.
      </p>
    );
  return (
    <Form onSubmit={submit}>
      <FormError>{errors.root?.message}</FormError>
      <EmailField registered={form.register("email")} error={errors.email?.message} />
      <button type="submit" className="button button-main w-full" disabled={isSubmitting}>
        {isSubmitting ? "Sending …" : "Send it"}
      </button>
    </Form>
  );
}
