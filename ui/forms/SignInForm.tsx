"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useEffect } from "react";
import { useForm } from "react-hook-form";
import * as z from "zod";
import { forgetKeptPages } from "../offline/kept";
import { EmailField } from "./EmailField";
import { FormError, InputField } from "./Field";
import { Form } from "./Form";
import { canHavePasskeys, PASSKEY_PROBLEMS, signInByPasskey } from "./passkeys";
import { enter, signInByPassword } from "./signIn";
import { useInBrowser } from "./useInBrowser";

const signInSchema = z.strictObject({
  email: z.string().trim().min(1, "Your e-mail address is needed."),
  password: z.string().min(1, "Your password is needed."),
});

interface DemoAccount {
  email: string;
  who: string;
  password: string;
}

const SAID: Record<number, string> = {
  401: "That address and password don't go together.",
  429: "Too many tries. Wait a minute, then try again.",
};

/** Signs in by e-mail and password; in the demonstration also by choosing who to be. */
export function SignInForm({ next, demo }: { next: string; demo: DemoAccount[] }) {
  const form = useForm({
    resolver: zodResolver(signInSchema),
    defaultValues: { email: "", password: "" },
  });
  const { errors, isSubmitting } = form.formState;
  // Nobody is signed in here any more: what was kept for whoever was goes.
  useEffect(() => void forgetKeptPages(), []);

  const canPasskey = useInBrowser(canHavePasskeys);
  const byPasskey = async () => {
    const outcome = await signInByPasskey();
    if (outcome === "done") return enter(next);
    const message = PASSKEY_PROBLEMS[outcome];
    if (message) form.setError("root", { message });
  };

  const submit = form.handleSubmit(async ({ email, password }) => {
    const response = await signInByPassword({ email, password });
    if (response?.ok) return enter(next);
    // A malformed address gets the same answer as a wrong one.
    const status = response?.status === 400 ? 401 : (response?.status ?? 0);
    form.setError("root", {
      message: SAID[status] ?? "The server can't be reached. Try again in a moment.",
    });
  });

  return (
    <Form onSubmit={submit}>
      <FormError>{errors.root?.message}</FormError>
      <EmailField registered={form.register("email")} error={errors.email?.message} />
      <InputField
        label="Password"
        error={errors.password?.message}
        {...form.register("password")}
        type="password"
        autoComplete="current-password"
      />
      <button type="submit" className="button button-main w-full" disabled={isSubmitting}>
        {isSubmitting ? "Signing in …" : "Sign in"}
      </button>
      {canPasskey ? (
        <button type="button" className="button mt-3 w-full" onClick={() => void byPasskey()}>
          With a passkey
        </button>
      ) : null}
      {demo.length > 0 ? (
        <div className="mt-6 border-t pt-4">
          <p className="quiet mb-1 text-13">Look around as</p>
          <ul>
            {demo.map(({ email, who, password }) => (
              <li key={email} className="border-b">
                <button
                  type="button"
                  className="flex min-h-11 w-full items-center text-left text-15 font-semibold"
                  onClick={() => {
                    form.setValue("email", email);
                    form.setValue("password", password);
                    void submit();
                  }}
                >
                  {who}
                </button>
              </li>
            ))}
          </ul>
        </div>
      ) : null}
    </Form>
  );
}
