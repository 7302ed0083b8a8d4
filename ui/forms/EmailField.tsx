import type { UseFormRegisterReturn } from "react-hook-form";
import { Field } from "./Field";

/** The address somebody signs in with. */
export function EmailField({
  registered,
  error,
  hint,
}: {
  registered: UseFormRegisterReturn;
  error: string | undefined;
  hint?: string;
}) {
  return (
    <Field label="E-mail" hint={hint} error={error}>
      {(wiring) => (
        <input {...wiring} {...registered} type="email" autoComplete="username" className="field" />
      )}
    </Field>
  );
}
