"use client";

import { useRouter } from "next/navigation";
import type { ExerciseContent } from "@/core/exercise/exercise";
import type { Step } from "@/core/trade/steps";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { Link } from "../kit/Link";

interface ExerciseActionsProps {
  exerciseId: string;
  techniqueId: string;
  step: Step;
  retired: boolean;
  content: ExerciseContent;
}

/** What an instructor does with an exercise: a new revision of it, a copy, off the shelf and back. */
export function ExerciseActions({
  exerciseId,
  techniqueId,
  step,
  retired,
  content,
}: ExerciseActionsProps) {
  const router = useRouter();
  const command = useCommand();
  const copy = async () => {
    const copyId = newId();
    const name = `${content.name}, a copy`.slice(0, 80);
    const answer = await command.send("new-exercise", {
      exerciseId: copyId,
      techniqueId,
      step,
      saveId: newId(),
      content: { ...content, name },
    });
    if (answer.ok) router.push(`/set/${copyId}/design`);
  };
  const retire = async () => {
    const answer = await command.send("retire-exercise", { exerciseId, retired: !retired });
    if (answer.ok) router.refresh();
  };
  return (
    <section aria-label="Change it" className="mt-4 border-t-2 border-ink pt-3">
      {retired ? (
        <p className="mb-2 text-15">Retired: off the shelf, its records stay as they are.</p>
      ) : null}
      <p className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <Link href={`/set/${exerciseId}/design`} className="button">
          Design a new revision
        </Link>
        <Link href={`/set/${exerciseId}/marks`} className="link flex min-h-11 items-center text-15">
          Marks rule
        </Link>
        <button type="button" onClick={() => void copy()} className="link min-h-11 text-15">
          Copy
        </button>
        <button type="button" onClick={() => void retire()} className="link min-h-11 text-15">
          {retired ? "Back on the shelf" : "Retire"}
        </button>
      </p>
      {command.error ? (
        <p role="alert" className="mt-2 text-15 font-semibold text-light">
          {command.error}
        </p>
      ) : null}
    </section>
  );
}
