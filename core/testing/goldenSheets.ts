import type { ExerciseContent } from "../exercise/exercise";
import type { StageSize } from "../operation/operation";
import type { Piece } from "../piece/piece";
import { printSection } from "../section/spoken";
import { planWork, type BarSnapshot, type Stage } from "../workpiece/stages";

/** An exercise whose sheet is kept as text, to be read again whenever it comes out otherwise. */
export interface GoldenWork {
  name: string;
  content: Pick<ExerciseContent, "piece"> & Partial<Pick<ExerciseContent, "settings" | "stages">>;
  step?: 1 | 2 | 3 | 4 | 5;
}

const round = (value: number): string => String(Number(value.toFixed(3)));

const sizeText = ({ name, value, unit }: StageSize): string =>
  `${name} ${[value].flat().map(round).join(" × ")} ${unit}`;

/** The first words: enough to see which instruction it is. */
const opening = (text: string): string => text.split(" ").slice(0, 9).join(" ");

const stretchText = (stretch: Piece["stretches"][number]): string => {
  const { kind, length } = stretch;
  const section = (one: Parameters<typeof printSection>[0] | "point") =>
    one === "point" ? one : printSection(one, "mm");
  switch (kind) {
    case "prism":
      return `${section(stretch.section)} ${round(length)}`;
    case "transition":
      return `${section(stretch.from)} to ${section(stretch.to)} ${round(length)}`;
    case "free":
      return `free ${round(stretch.volume)} mm³ ${round(length)}`;
  }
};

/** The bar as it is: its stretches and features with every number of theirs. */
const barText = ({ lengthMm, piece }: BarSnapshot): string => {
  const features = (piece.features ?? []).map(({ id, kind, ...rest }) => {
    const numbers = Object.entries(rest).flatMap(([key, value]) =>
      typeof value === "number" ? [`${key} ${round(value)}`] : [],
    );
    return `${kind} ${id} (${numbers.join(", ")})`;
  });
  return [`${round(lengthMm)} mm:`, piece.stretches.map(stretchText).join(" | "), ...features].join(
    " ",
  );
};

const places = (some: Stage["places"]): string =>
  some.map(({ fromMm, toMm }) => `${round(fromMm)}–${round(toMm)}`).join(", ") || "–";

function stageText(stage: Stage, number: number): string {
  const { id, operation, title, heat, seconds, heats, minutes, tongs, tools, on, part } = stage;
  const fire = heat
    ? `${heat.name} ${heat.fromC}–${heat.toC} °C, ${round(seconds ?? 0)} s`
    : "cold";
  return [
    `${number}. ${title} [${id}; ${operation}; ${part}: ${on.join(", ")}]`,
    `   ${stage.sizes.map(sizeText).join("; ") || "no sizes"}`,
    `   at ${places(stage.placesBefore)}, then ${places(stage.places)}; ${fire}; ${heats} heats, ${round(minutes)} min; tongs ${tongs ? printSection(tongs, "mm") : "none"}; ${tools.join(", ")}`,
    `   “${opening(stage.text)}” “${opening(stage.check)}”${stage.against.map((one) => ` ! ${one}`).join("")}`,
    `   ${barText(stage.bar)}${stage.beside.map((bar) => ` // ${barText(bar)}`).join("")}`,
  ].join("\n");
}

/** The sheet of an exercise as it is kept: every stage with every number, the marks, and the whole. */
export function sheetText({ name, content, step }: GoldenWork): string {
  const { piece, settings, stages: edits } = content;
  const work = planWork(piece, {
    step,
    ...(settings ? { settings } : {}),
    ...(edits ? { edits } : {}),
  });
  const marks = work.marks.map(
    ({ what, part, fromAMm, fromBMm }) =>
      `${part} ${what} ${round(fromAMm)} from A, ${round(fromBMm)} from B`,
  );
  return [
    `== ${name}`,
    ...work.stages.map((stage, index) => stageText(stage, index + 1)),
    `marks: ${marks.join("; ") || "none"}`,
    `in all ${work.heats} heats, ${work.minutes} min; left out: ${work.leftOut.join(", ") || "nothing"}`,
    "",
  ].join("\n");
}
