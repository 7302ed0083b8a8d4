import { SHELF_EXERCISES } from "@/data/demo/exercises";
import { exerciseContentSchema } from "../exercise/exercise";
import { proposedBudget } from "./budget";
import { planWork } from "./stages";

const bend = { key: "bend" as const, heats: 1, minutes: 3 };
const drill = { key: "drill" as const, heats: 0, minutes: 5 };

// How many times a practised hand's heats, by step (common practice, no source).
test.each([
  [1, 3, 8],
  [2, 2, 6],
  [3, 2, 6],
  [4, 2, 4],
  [5, 1, 3],
] as const)(
  "one heat of three minutes at step %d: %d heats, %d minutes",
  (step, heats, minutes) => {
    expect(proposedBudget([bend], step)).toEqual({ heats, minutes });
  },
);

test("work beside the fire takes its minutes once, and no heats", () => {
  expect(proposedBudget([drill], 1)).toEqual({ heats: 0, minutes: 5 });
  expect(proposedBudget([drill, bend], 1)).toEqual({ heats: 3, minutes: 13 });
  expect(proposedBudget([], 1)).toEqual({ heats: 0, minutes: 0 });
});

test("of every demonstration exercise it is what the stages planned for that step come to", () => {
  for (const { content, step } of SHELF_EXERCISES) {
    const { piece, settings } = exerciseContentSchema.parse(content);
    const practised = planWork(piece, { settings });
    const { heats, minutes } = planWork(piece, { settings, step });
    expect(proposedBudget(practised.stages, step)).toEqual({ heats, minutes });
    expect(proposedBudget(practised.stages, 5)).toEqual({
      heats: practised.heats,
      minutes: practised.minutes,
    });
  }
});
