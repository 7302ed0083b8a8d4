import { Refusal, refuse } from "../problem/problem";
import { normaliseLengthText, parseLengthUnsafe, type LengthUnit } from "../units/length";
import { printInchFraction, printMmRounded } from "../units/print";
import type { Section } from "./section";

const SHAPE_WORDS: [RegExp, Section["shape"]][] = [
  [/\bsemicircular\b/, "half-round"],
  [/\b(?:tube|tubing|pipe)\b/, "tube"],
  [/\b(?:square|sq)\b\.?/, "square"],
  // A reinforcing bar's ribs go in the first heat: it is the round it is called by.
  [/\b(?:round|rd|rod|diameter|dia|rebar|reinforcing|bolt)\b\.?|[øØ⌀]/, "round"],
  [/\b(?:octagonal|octagon|oct)\b\.?/, "octagon"],
  [/\b(?:hexagonal|hexagon|hex)\b\.?/, "hexagon"],
  [/\b(?:flat|rectangular|rectangle|rect|plate|sheet|strip)\b\.?/, "flat"],
];
/** After a size a half-round is a shape; "half round" alone is a round of half an inch. */
const HALF_ROUND = /([\d"]\s*(?:mm|cm|in|inch)?\s*)half[- ]?rounds?\b/i;
const FILLER = /\b(?:bar|stock|section|mild|steel|of)\b/g;
const HAS_UNIT = /(?:mm|cm|in|inch|inches|ft|["'])\.?$/;

/**
 * Reads a section the way a smith says it: "12 square", "half-inch round",
 * "25 by 12", "1/2 x 3/4", "3/8 by 1 in flat", "inch and a quarter round", "5/8ths
 * round", "25 mil square", "3/8 rebar", "20 half-round", "25 by 2 tube". With two sizes it
 * is a flat and the smaller is the thickness, or a tube's wall. A unit on the last size holds for
 * both; with no unit, a fraction means inches and anything else `unit` (mm).
 *
 * @throws Refusal `section-unreadable`, `section-shape-missing`, `length-not-positive`
 * @example parseSectionUnsafe("3/8 by 1 in flat") → { shape: "flat", width: 25.4, thickness: 9.525 }
 * @example parseSectionUnsafe("3/8 rebar") → { shape: "round", size: 9.525 }
 * @example parseSectionUnsafe("half-inch round") → { shape: "round", size: 12.7 }
 */
export function parseSectionUnsafe(text: string, unit: LengthUnit = "mm"): Section {
  if (text.length > 60) refuse({ code: "section-unreadable", text });
  let rest = normaliseLengthText(text.replace(HALF_ROUND, "$1 semicircular"));
  const shapes: Section["shape"][] = [];
  for (const [pattern, word] of SHAPE_WORDS) {
    const without = rest.replace(pattern, " ");
    if (without !== rest) shapes.push(word);
    rest = without;
  }
  if (shapes.length > 1) refuse({ code: "section-unreadable", text });
  rest = rest.replace(FILLER, " ").replace(/\s+/g, " ").trim().replace(/-$/, "");
  const shape = shapes[0];
  const parts = rest.split(/\s*(?:\bby\b|x|×|\*)\s*/);
  if (rest === "" || parts.length > 2 || parts.includes(""))
    refuse({ code: "section-unreadable", text });
  const sizes = readSizes(parts, text, unit);
  if (sizes.length === 1) return regularOf(sizes[0]!, shape, text);
  return shape === "tube" ? tubeOf(sizes, text) : flatOf(sizes, shape, text);
}

function readSizes(parts: string[], text: string, unit: LengthUnit): number[] {
  const last = HAS_UNIT.exec(parts.at(-1)!)?.[0];
  const bare = parts.some((part) => part.includes("/")) ? "in" : unit;
  const sizes = parts.map((part) => {
    const spelled = HAS_UNIT.test(part) || !last ? part : `${part} ${last}`;
    try {
      return parseLengthUnsafe(spelled, bare);
    } catch (error) {
      if (error instanceof Refusal && error.problem.code !== "length-unreadable") throw error;
      return refuse({ code: "section-unreadable", text });
    }
  });
  if (sizes.some((mm) => mm <= 0)) refuse({ code: "length-not-positive", mm: Math.min(...sizes) });
  return sizes;
}

function flatOf(sizes: number[], shape: Section["shape"] | undefined, text: string): Section {
  const width = Math.max(...sizes);
  const thickness = Math.min(...sizes);
  if (shape === undefined || shape === "flat") return { shape: "flat", width, thickness };
  if (shape === "square" && width === thickness) return { shape, size: width };
  return refuse({ code: "section-unreadable", text });
}

function tubeOf(sizes: number[], text: string): Section {
  const [size, wall] = [Math.max(...sizes), Math.min(...sizes)];
  if (wall >= size / 2) refuse({ code: "section-unreadable", text });
  return { shape: "tube", size, wall };
}

function regularOf(size: number, shape: Section["shape"] | undefined, text: string): Section {
  if (shape === undefined || shape === "flat" || shape === "tube")
    refuse({ code: "section-shape-missing", text });
  return { shape, size };
}

/**
 * A section said back in the person's unit: "12 mm square", "1/2 in round",
 * "25 × 12 mm".
 *
 * @example printSection({ shape: "square", size: 12 }, "mm") → "12 mm square"
 * @example printSection({ shape: "flat", width: 25, thickness: 4 }, "mm") → "25 × 4 mm flat"
 */
export function printSection(section: Section, unit: LengthUnit): string {
  const count = (mm: number) =>
    unit === "mm" ? printMmRounded(mm, 1) : printInchFraction(mm).replace(/ in$/, "");
  switch (section.shape) {
    case "flat":
      return `${count(section.width)} × ${count(section.thickness)} ${unit} flat`;
    case "tube":
      return `${count(section.size)} × ${count(section.wall)} ${unit} tube`;
    default:
      return `${count(section.size)} ${unit} ${section.shape}`;
  }
}
