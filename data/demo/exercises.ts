import { HARDER_EXERCISES } from "./shelf/harder";
import { JOINED_EXERCISES } from "./shelf/joined";
import { PLAIN_EXERCISES } from "./shelf/plain";
import type { DemoExercise } from "./shelf/exercise";

export type { DemoExercise };
export { DRAFT_EXERCISES } from "./shelf/drafts";
export { WORKED_EXERCISES } from "./shelf/worked";

/** The rest of the shelf: every family of techniques, at several steps. */
export const SHELF_EXERCISES: readonly DemoExercise[] = [
  ...PLAIN_EXERCISES,
  ...JOINED_EXERCISES,
  ...HARDER_EXERCISES,
];
