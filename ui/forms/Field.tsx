import { useId, type ComponentProps, type ReactNode } from "react";

interface Labelled {
  label: string;
  hint?: ReactNode;
  error?: string | undefined;
}

/** A labelled field with room for its message; the child gets the ids it needs. */
export function Field({
  label,
  hint,
  error,
  children,
}: Labelled & {
  children: (wiring: {
    id: string;
    "aria-invalid": boolean;
    "aria-describedby": string | undefined;
  }) => ReactNode;
}) {
  const id = useId();
  const message = error ?? hint;
  return (
    <div className="mb-4">
      <label htmlFor={id} className="mb-1 block text-15 font-semibold">
        {label}
      </label>
      {children({
        id,
        "aria-invalid": Boolean(error),
        "aria-describedby": message ? `${id}-message` : undefined,
      })}
      {message ? (
        <p
          id={`${id}-message`}
          role={error ? "alert" : undefined}
          className={`mt-1 text-13 ${error ? "font-semibold text-light" : "text-ink-2"}`}
        >
          {message}
        </p>
      ) : null}
    </div>
  );
}

/** A labelled input; what else an input takes is handed on to it. */
export const InputField = ({
  label,
  hint,
  error,
  className = "",
  ...input
}: Labelled & ComponentProps<"input">) => (
  <Field label={label} hint={hint} error={error}>
    {(wiring) => <input {...wiring} {...input} className={`field ${className}`} />}
  </Field>
);

/** What went wrong with the form as a whole. */
export function FormError({ children }: { children: ReactNode }) {
  if (!children) return null;
  return (
    <p role="alert" className="mb-4 border-l-4 border-light bg-warning px-3 py-2 text-15">
      {children}
    </p>
  );
}

/** What was done, once it is. */
export function FormDone({ children }: { children: ReactNode }) {
  if (!children) return null;
  return (
    <p role="status" className="mb-3 border-l-4 border-on-size bg-band px-3 py-2 text-15">
      {children}
    </p>
  );
}
