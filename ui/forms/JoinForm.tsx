"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useRouter } from "next/navigation";
import { useForm, type FieldErrors, type UseFormRegisterReturn } from "react-hook-form";
import { joinSchema, newPasswordSchema } from "@/core/records/account";
import { post } from "../command";
import { EmailField } from "./EmailField";
import { FormError, InputField } from "./Field";
import { Form } from "./Form";
import { enter, signInByPassword } from "./signIn";

/** Enters by what was just chosen, unless somebody else is signed in on this device. */
function useEntering(signsIn: boolean) {
  const router = useRouter();
  return async (chosen: { email: string; password: string }) => {
    const signedIn = signsIn ? await signInByPassword(chosen) : null;
    return signedIn?.ok ? enter("/") : router.push("/sign-in");
  };
}

/** An invited person chooses an address and a password. */
export function JoinForm({ token, signsIn }: { token: string; signsIn: boolean }) {
  const enterBy = useEntering(signsIn);
  const form = useForm({
    resolver: zodResolver(joinSchema),
    defaultValues: { token, email: "", password: "" },
  });
  const { errors, isSubmitting } = form.formState;
  const submit = form.handleSubmit(async (input) => {
    const answer = await post("/api/join", input);
    if (answer.ok) return enterBy({ email: input.email, password: input.password });
    form.setError("root", { message: answer.error.message });
  });
  return (
    <Form onSubmit={submit}>
      <FormError>{errors.root?.message}</FormError>
      <EmailField
        registered={form.register("email")}
        error={errors.email?.message}
        hint="You sign in with it. Nothing is sent to it."
      />
      <PasswordField registered={form.register("password")} errors={errors} />
      <button type="submit" className="button button-main w-full" disabled={isSubmitting}>
        {isSubmitting ? "Joining …" : "Join"}
      </button>
    </Form>
  );
}

/** Somebody who has an account chooses a new password. */
export function NewPasswordForm({
  token,
  email,
  signsIn,
}: {
  token: string;
  email: string;
  signsIn: boolean;
}) {
  const enterBy = useEntering(signsIn);
  const form = useForm({
    resolver: zodResolver(newPasswordSchema),
    defaultValues: { token, password: "" },
  });
  const { errors, isSubmitting } = form.formState;
  const submit = form.handleSubmit(async (input) => {
    const answer = await post("/api/join/password", input);
    if (answer.ok) return enterBy({ email, password: input.password });
    form.setError("root", { message: answer.error.message });
  });
  return (
    <Form onSubmit={submit}>
      <FormError>{errors.root?.message}</FormError>
      <PasswordField registered={form.register("password")} errors={errors} />
      <button type="submit" className="button button-main w-full" disabled={isSubmitting}>
        Choose it
      </button>
    </Form>
  );
}

function PasswordField({
  registered,
  errors,
}: {
  registered: UseFormRegisterReturn;
  errors: FieldErrors<{ password: string }>;
}) {
  return (
    <InputField
      label="Password"
      hint="At least 10 characters. Four or five words that don’t belong together do well."
      error={errors.password?.message}
      {...registered}
      type="password"
      autoComplete="new-password"
    />
  );
}
