import type { Stretch } from "../bar/schema";
import type { StageSize } from "../operation/operation";
import { endAreaMm2 } from "../bar/stretch";
import { sectionAreaMm2, type Point, type Section } from "../section/section";
import { mapPosition } from "../piece/position";
import type { StageView } from "./draft";

const mm = (name: string, value: number | number[]): StageSize => ({ name, value, unit: "mm" });

/** The sizes of a section as they are said: width and thickness, or the one across. */
const sizesOf = (section: Section | Point): number | number[] => {
  if (section === "point") return 0;
  return section.shape === "flat" ? [section.width, section.thickness] : section.size;
};

/** The square and octagon that hold the same steel as the round to come: sizes to stop at on the way. */
function roundingSizes(section: Section | Point): StageSize[] {
  if (section === "point" || section.shape !== "round") return [];
  const areaMm2 = sectionAreaMm2(section);
  return [
    mm("First square", Math.sqrt(areaMm2)),
    mm("Then octagon", Math.sqrt(areaMm2 / (2 * (Math.SQRT2 - 1)))),
  ];
}

function formSizes(form: Stretch, rounded: boolean): StageSize[] {
  const onTheWay = (section: Section | Point) => (rounded ? roundingSizes(section) : []);
  switch (form.kind) {
    case "prism":
      return [mm("Section", sizesOf(form.section)), ...onTheWay(form.section)];
    case "transition": {
      const [tip, base] =
        endAreaMm2(form.from) <= endAreaMm2(form.to) ? [form.from, form.to] : [form.to, form.from];
      return [mm("Tip", sizesOf(tip)), ...onTheWay(tip), mm("Base", sizesOf(base))];
    }
    case "free":
      return [];
  }
}

/**
 * What a stretch is to come to, and the bar it is made from as that lies before the stage.
 *
 * @param rounded whether it is drawn square, then octagon, then round: not what is upset, fullered or welded
 */
export const shapeSizes =
  (stretch: string, { rounded }: { rounded: boolean }) =>
  ({ indexOf, before, after }: StageView): StageSize[] => {
    const index = indexOf.get(stretch)!;
    const was = before.stretches[index]!;
    const is = after.stretches[index]!;
    return [
      mm("From and to", [was.fromMm, was.toMm]),
      mm("Bar it takes", was.toMm - was.fromMm),
      ...formSizes(is.stretch, rounded),
      mm("Length", is.toMm - is.fromMm),
      mm("Whole bar then", after.lengthMm),
    ];
  };

/** Where a stretch lies: for work that leaves its form alone. */
export const spanSizes =
  (stretch: string) =>
  ({ indexOf, before }: StageView): StageSize[] => {
    const { fromMm, toMm } = before.stretches[indexOf.get(stretch)!]!;
    return [mm("From and to", [fromMm, toMm])];
  };

/**
 * Where bar is driven together on the bar as it lies before the stage, how much of it,
 * and how long the whole is then.
 *
 * @param finished the finished stretches the place is on
 */
export const gatherSizes =
  (finished: readonly Stretch[], atMm: number) =>
  ({ before, after }: StageView): StageSize[] => {
    const now = before.stretches.slice(0, finished.length).map(({ stretch }) => stretch);
    return [
      mm("Gather at", mapPosition(finished, now, atMm)),
      mm("Bar gathered into it", before.lengthMm - after.lengthMm),
      mm("Whole bar then", after.lengthMm),
    ];
  };
