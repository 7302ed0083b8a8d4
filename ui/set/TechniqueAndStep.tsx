import type { UseFormRegisterReturn } from "react-hook-form";
import { STEP_NAMES, STEPS } from "@/core/trade/steps";
import { Field } from "../forms/Field";

interface TechniqueAndStepProps {
  techniques: readonly { id: string; name: string }[];
  technique: UseFormRegisterReturn;
  step: UseFormRegisterReturn;
  errors: { techniqueId?: { message?: string }; step?: { message?: string } };
}

/** What an exercise teaches, and at which step: two fields of every form that makes one. */
export function TechniqueAndStep({ techniques, technique, step, errors }: TechniqueAndStepProps) {
  return (
    <>
      <Field label="Technique" error={errors.techniqueId?.message}>
        {(wiring) => (
          <select {...wiring} {...technique} className="field">
            {techniques.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        )}
      </Field>
      <Field label="Step" error={errors.step?.message}>
        {(wiring) => (
          <select {...wiring} {...step} className="field">
            {STEPS.map((one) => (
              <option key={one} value={one}>
                {one} “{STEP_NAMES[one]}”
              </option>
            ))}
          </select>
        )}
      </Field>
    </>
  );
}
