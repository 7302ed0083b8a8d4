"use client";

import { FormError } from "../forms/Field";

/** A choice of the school that is kept as it is ticked. */
export function SchoolSwitch({
  label,
  on,
  disabled,
  error,
  onChange,
}: {
  label: string;
  on: boolean;
  disabled: boolean;
  error: string | null;
  onChange: (on: boolean) => void;
}) {
  return (
    <>
      <label className="flex min-h-11 w-fit items-center gap-3">
        <input
          type="checkbox"
          className="size-5 accent-ink"
          checked={on}
          disabled={disabled}
          onChange={({ target }) => onChange(target.checked)}
        />
        {label}
      </label>
      <FormError>{error}</FormError>
    </>
  );
}
