import type { UseFormRegisterReturn } from "react-hook-form";
import { InputField } from "./Field";

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
    <InputField
      label="E-mail"
      hint={hint}
      error={error}
      {...registered}
      type="email"
      autoComplete="username"
    />
  );
}
