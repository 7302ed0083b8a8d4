import { useMemo, useState } from "react";
import {
  planExercise,
  workExercise,
  type ExerciseContent,
  type ReckonedExercise,
} from "@/core/exercise/exercise";
import { complain } from "@/core/problem/complain";
import { Refusal } from "@/core/problem/problem";

type Tried<Value> = { ok: true; value: Value } | { ok: false; message: string };
export type Reckoned = Tried<ReckonedExercise>;

/** What follows from an exercise's content, or why it can't be reckoned. */
function tried<Value>(
  reckon: (content: ExerciseContent) => Value,
  content: ExerciseContent,
): Tried<Value> {
  try {
    return { ok: true, value: reckon(content) };
  } catch (error) {
    if (error instanceof Refusal) return { ok: false, message: complain(error).message };
    throw error;
  }
}

/**
 * All that follows from the content. The bar follows the hand; how it is worked, which takes several times as
 * long to reckon, follows when the hand lets go.
 */
export function useReckoned(content: ExerciseContent, isHeld: boolean): Reckoned {
  const [settled, settle] = useState(content);
  if (!isHeld && settled !== content) settle(content);
  const planned = useMemo(() => tried(planExercise, content), [content]);
  const worked = useMemo(() => tried(workExercise, settled), [settled]);
  return useMemo(() => {
    if (!planned.ok) return planned;
    return worked.ok ? { ok: true, value: { ...worked.value, ...planned.value } } : worked;
  }, [planned, worked]);
}
