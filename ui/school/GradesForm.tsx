"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { plusMinusForGradeMm } from "@/core/measure/tolerance";
import { GRADE_NUMBERS } from "@/core/trade/gradesRule";
import { STEP_NAMES, STEPS, type Step } from "@/core/trade/steps";
import { printCaliper, printMmRounded } from "@/core/units/print";
import { useCommand } from "../useCommand";

/** The size at which it is said what a grade allows, mm. */
const SAID_AT_MM = 12;

function allowed(grade: number): string {
  const mm = plusMinusForGradeMm(SAID_AT_MM, grade);
  return `${grade}: ± ${printMmRounded(mm, 2)} mm · ${printCaliper(mm, "in")} in`;
}

/** How closely each step is judged in this school. */
export function GradesForm({
  grades: initial,
  manages,
}: {
  grades: Record<Step, number>;
  manages: boolean;
}) {
  const router = useRouter();
  const [grades, setGrades] = useState(initial);
  const command = useCommand();
  const set = async (step: Step, grade: number) => {
    const next = { ...grades, [step]: grade };
    setGrades(next);
    const answer = await command.send("set-grades", { grades: next });
    if (answer.ok) router.refresh();
  };
  return (
    <div className="text-15">
      {STEPS.map((step) => (
        <label key={step} className="flex min-h-11 items-center gap-3">
          <span className="w-16 shrink-0 font-semibold">{STEP_NAMES[step]}</span>
          <select
            className="field"
            value={grades[step]}
            disabled={!manages}
            onChange={({ target }) => void set(step, Number(target.value))}
          >
            {GRADE_NUMBERS.map((grade) => (
              <option key={grade} value={grade}>
                {allowed(grade)}
              </option>
            ))}
          </select>
        </label>
      ))}
      {command.error ? (
        <p role="alert" className="mt-2 font-semibold text-light">
          {command.error} Not kept.
        </p>
      ) : null}
      <p className="quiet mt-2 text-13">
        Grades of ISO 286-1, with what they allow at {SAID_AT_MM} mm. What is measured from now on
        is judged by them; signed pieces keep their verdicts until they are graded again.
      </p>
    </div>
  );
}
