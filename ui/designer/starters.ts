import { freeId, thingsOf } from "@/core/piece/edit";
import { sectionAt, layBar } from "@/core/piece/bar";
import type { Feature, Stretch } from "@/core/piece/piece";
import { sectionAreaMm2, type Section } from "@/core/section/section";
import type { Bar } from "./bars";

/** Something that can be added to a bar, by the word a smith would use. */
export interface Starter {
  key: string;
  name: string;
  /** What it is for, and other words for it. */
  about: string;
  kind: "stretch" | "feature";
}

export const STARTERS: readonly Starter[] = [
  { key: "same", kind: "stretch", name: "Plain bar", about: "a stretch of the stock as it is" },
  {
    key: "drawn",
    kind: "stretch",
    name: "Drawn down",
    about: "thinner and longer; set down, shoulder",
  },
  { key: "upset", kind: "stretch", name: "Upset", about: "thicker and shorter; jumped up" },
  { key: "taper", kind: "stretch", name: "Taper", about: "to a point or a smaller size" },
  { key: "fan", kind: "stretch", name: "Flat taper", about: "spread to an edge; fan, fishtail" },
  { key: "round", kind: "stretch", name: "Round", about: "rounded from the square" },
  { key: "free", kind: "stretch", name: "Free form", about: "a leaf or split legs, by its volume" },
  { key: "hole", kind: "feature", name: "Hole", about: "punched, drilled, or slotted and drifted" },
  { key: "bend", kind: "feature", name: "Bend", about: "to an angle over an inside radius" },
  { key: "twist", kind: "feature", name: "Twist", about: "turns over a length" },
  { key: "scroll", kind: "feature", name: "Scroll", about: "a curl, its eye at the bar's end" },
  { key: "ring", kind: "feature", name: "Ring", about: "an eye or a link" },
  { key: "fold", kind: "feature", name: "Fold", about: "right round, two legs side by side" },
  { key: "wrap", kind: "feature", name: "Wrap", about: "the two legs twisted about one another" },
  { key: "stamp", kind: "feature", name: "Stamp", about: "a mark, in one blow" },
  { key: "texture", kind: "feature", name: "Texture", about: "hammered cover over a length" },
  { key: "weld", kind: "feature", name: "Weld", about: "fold, scarf or bundle" },
];

const scaled = (section: Section, by: number): Section =>
  section.shape === "flat"
    ? { shape: "flat", width: section.width, thickness: section.thickness * by }
    : { shape: section.shape, size: section.size * by };

const across = (section: Section) => (section.shape === "flat" ? section.width : section.size);

/** A stretch to begin with, in proportion to the stock. */
export function startStretch(key: string, bar: Bar): Stretch {
  const { section } = bar.stock;
  const size = across(section);
  const prism = (word: string, of: Section, length: number, technique?: string): Stretch => ({
    id: freeId(thingsOf(bar), word),
    kind: "prism",
    section: of,
    length,
    ...(technique ? { technique } : {}),
  });
  const run = (
    word: string,
    to: Section | "point",
    length: number,
    technique: string,
  ): Stretch => ({
    id: freeId(thingsOf(bar), word),
    kind: "transition",
    from: section,
    to,
    length,
    technique,
  });
  switch (key) {
    case "drawn":
      return prism("drawn", scaled(section, 0.5), 80, "drawing-out");
    case "upset":
      return prism("head", scaled(section, 1.3), Math.round(size * 1.5), "upsetting");
    case "taper":
      return run("taper", scaled(section, 0.25), Math.round(size * 7), "square-taper");
    case "fan":
      return run(
        "fan",
        { shape: "flat", width: Math.round(size * 1.8), thickness: 2 },
        Math.round(size * 5),
        "flat-taper",
      );
    case "round":
      return prism("shank", { shape: "round", size }, 80, "section-change");
    case "free":
      return {
        id: freeId(thingsOf(bar), "leaf"),
        kind: "free",
        volume: Math.round(sectionAreaMm2(section) * 30),
        length: 70,
        technique: "leaf",
      };
    default:
      return prism("bar", section, 100);
  }
}

/** A feature to begin with, at a place on the bar, in proportion to the bar there. */
export function startFeature(key: string, bar: Bar, atMm: number): Feature {
  const laid = layBar(bar.stretches);
  const size = across(sectionAt(laid, atMm));
  const id = freeId(thingsOf(bar), key);
  const half = Math.min(laid.lengthMm / 2, 50);
  const from = Math.max(0, Math.min(atMm - half, laid.lengthMm - 2 * half));
  const span = { id, from, to: from + 2 * half };
  switch (key) {
    case "bend":
      return { id, kind: "bend", at: atMm, angle: 90, insideRadius: Math.round(size / 2) };
    case "twist":
      return { ...span, kind: "twist", turns: 2, hand: "right" };
    case "scroll": {
      const length = Math.min(laid.lengthMm, size * 16);
      const first = atMm <= laid.lengthMm / 2;
      return {
        id,
        kind: "scroll",
        ...(first ? { from: 0, to: length } : { from: laid.lengthMm - length, to: laid.lengthMm }),
        turns: 1.25,
        side: "up",
      };
    }
    case "ring": {
      const inside = Math.round(size * 3);
      const length = Math.min(laid.lengthMm, Math.PI * (inside + size) - 2);
      const start = atMm <= laid.lengthMm / 2 ? 0 : laid.lengthMm - length;
      return { id, kind: "ring", from: start, to: start + length, insideDiameter: inside, gap: 2 };
    }
    case "fold":
      return { id, kind: "fold", at: atMm, insideRadius: 0 };
    case "wrap":
      return { ...span, kind: "wrap", turns: 2, hand: "right" };
    case "stamp":
      return { id, kind: "stamp", at: atMm };
    case "texture":
      return { ...span, kind: "texture" };
    case "weld":
      return { id, kind: "weld", at: atMm, method: "fold" };
    default:
      return { id, kind: "hole", at: atMm, diameter: Math.round(size / 3), method: "punch" };
  }
}

/** The same stretch the other way round: what was at the A side is at the B side. */
export const turnedRound = (stretch: Stretch): Stretch =>
  stretch.kind === "transition" ? { ...stretch, from: stretch.to, to: stretch.from } : stretch;
