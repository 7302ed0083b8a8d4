"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useRouter } from "next/navigation";
import { useForm } from "react-hook-form";
import { joinSchema } from "@/core/records/commands";
import { post } from "../command";
import { Field, FormError } from "./Field";
import { Form } from "./Form";

/** An invited person chooses an address and a password. */
export function JoinForm({ token }: { token: string }) {
  const router = useRouter();
  const form = useForm({
    resolver: zodResolver(joinSchema),
    defaultValues: { token, email: "", password: "" },
  });
  const { errors, isSubmitting } = form.formState;
  const submit = form.handleSubmit(async (input) => {
    const answer = await post("/api/join", input);
    if (answer.ok) return router.push("/sign-in");
    form.setError("root", { message: answer.error.message });
  });
  return (
    <Form onSubmit={submit}>
      <FormError>{errors.root?.message}</FormError>
      <Field
        label="E-mail"
        hint="You sign in with it. Nothing is sent to it."
        error={errors.email?.message}
      >
        {(wiring) => (
          <input
            {...wiring}
            {...form.register("email")}
            type="email"
            autoComplete="username"
            className="field"
          />
        )}
      </Field>
      <Field label="Password" hint="At least 10 characters." error={errors.password?.message}>
        {(wiring) => (
          <input
            {...wiring}
            {...form.register("password")}
            type="password"
            autoComplete="new-password"
            className="field"
          />
        )}
      </Field>
      <button type="submit" className="button button-main w-full" disabled={isSubmitting}>
        {isSubmitting ? "Joining …" : "Join"}
      </button>
    </Form>
  );
}
