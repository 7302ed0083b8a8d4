import * as z from "zod";
import { thingIdSchema } from "../bar/schema";
import { FLUX_WORDS } from "../feature/kinds/weld";
import {
  isOperationKey,
  OPERATION_KEYS,
  OPERATIONS,
  type OperationKey,
} from "../operation/registry";
import { MAIN_PART } from "../piece/piece";
import { sectionSchema } from "../section/schema";
import type { Settings } from "../trade/settings";
import type { StageDraft } from "./draft";

const sizeSchema = z.strictObject({
  name: z.string().trim().min(1, "A size needs a name.").max(40),
  value: z.number().min(-360).max(100_000),
  unit: z.enum(["mm", "deg", "turns", "count"]),
});

/** The words of a stage that an instructor may say otherwise. */
export const STAGE_WORDS = {
  title: z.string().trim().min(1, "A stage needs a title.").max(80),
  text: z.string().trim().max(600, "At most 600 characters."),
  check: z.string().trim().max(300, "At most 300 characters."),
};

/**
 * What an instructor changed of a stage: a proposed one said otherwise, or one of
 * their own, with its operation, what it makes of which stretch, its sizes and
 * its tongs. What is left out stays as proposed. The list is the order of work;
 * a proposed stage that isn't in it is left out.
 */
export const stageEditSchema = z.strictObject({
  id: z.string().min(1).max(90),
  title: STAGE_WORDS.title.optional(),
  text: STAGE_WORDS.text.optional(),
  check: STAGE_WORDS.check.optional(),
  /** Of an own stage: what is done. */
  operation: z
    .enum(OPERATION_KEYS as [OperationKey, ...OperationKey[]], {
      error: () => "An operation is one of those the stages have.",
    })
    .optional(),
  /** The bar it is done on; the first unless said. */
  part: thingIdSchema.optional(),
  /** The stretch it is done to. */
  on: thingIdSchema.optional(),
  /** The section it brings that stretch to; it gets as long as its steel makes it. */
  to: sectionSchema.optional(),
  sizes: z.array(sizeSchema).max(8, "At most 8 sizes.").optional(),
  tongs: sectionSchema.optional(),
});
export type StageEdit = z.output<typeof stageEditSchema>;

/** How the ids of an instructor's own stages begin. */
export const OWN_STAGE = "own-";

/** What the keys of earlier versions became. */
const EARLIER_KEYS: Record<string, readonly OperationKey[]> = {
  "hole-mark": ["mark"],
  hole: ["punch", "drift", "drill"],
  shoulder: ["set-down"],
  join: ["weld", "weld-ring", "rivet", "weld-parts", "collar", "wrap-parts"],
};

/** The things of earlier versions that go by another id now. */
const EARLIER_THINGS: Record<string, string> = { bar: MAIN_PART };

/**
 * The stage an edit is of. Edits kept by earlier versions name operations
 * otherwise: they find what the same thing is done by now.
 */
export function draftOfEdit(id: string, drafts: readonly StageDraft[]): StageDraft | undefined {
  const exact = drafts.find((draft) => draft.id === id);
  if (exact) return exact;
  const [key = "", thing = ""] = id.split(/:(.*)/s);
  const of = EARLIER_THINGS[thing] ?? thing;
  const phases = isOperationKey(key) ? [OPERATIONS[key].phase] : [];
  return drafts.find(
    (draft) =>
      draft.id === `${draft.key}:${of}` &&
      ((EARLIER_KEYS[key] ?? []).includes(draft.key) ||
        phases.includes(OPERATIONS[draft.key].phase)),
  );
}

/** An instructor's words with what they say of flux as the exercise has it now. */
export function withCurrentFlux(text: string, { flux }: Pick<Settings, "flux">): string {
  return Object.values(FLUX_WORDS).reduce(
    (said, other) => said.replace(other, FLUX_WORDS[flux]),
    text,
  );
}
