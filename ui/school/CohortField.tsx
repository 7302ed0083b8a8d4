import type { UseFormRegisterReturn } from "react-hook-form";
import { Field } from "../forms/Field";

/** Which of the school's cohorts. */
export function CohortField({
  cohorts,
  registered,
  error,
}: {
  cohorts: readonly { id: string; name: string }[];
  registered: UseFormRegisterReturn;
  error: string | undefined;
}) {
  return (
    <Field label="Cohort" error={error}>
      {(wiring) => (
        <select {...wiring} {...registered} className="field">
          {cohorts.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
}
