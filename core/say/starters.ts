import { freeId, thingsOf } from "../piece/edit";
import { sectionAt, layBar } from "../bar/bar";
import type { Stretch } from "../bar/schema";
import { FEATURE_KINDS, kindOf, type Feature } from "../feature/registry";
import { caliperSizesMm, scaledSection, sectionAreaMm2, type Section } from "../section/section";
import type { Piece } from "../piece/piece";

type Bar = Pick<Piece, "stretches" | "features" | "stock">;

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
    about: "thinner and longer; drawn, drawn out",
  },
  {
    key: "set-down",
    kind: "stretch",
    name: "Set-down",
    about: "a smaller section behind a step; shoulder, tenon, neck",
  },
  {
    key: "upset",
    kind: "stretch",
    name: "Upset",
    about: "thicker and shorter; jump up, jumped up, head",
  },
  {
    key: "flare",
    kind: "stretch",
    name: "Flare",
    about: "an end that grows; upset wider, bell, trumpet",
  },
  { key: "taper", kind: "stretch", name: "Taper", about: "to a point or a smaller size" },
  { key: "fan", kind: "stretch", name: "Flat taper", about: "spread to an edge; fan, fishtail" },
  { key: "round", kind: "stretch", name: "Round", about: "rounded from the square" },
  { key: "free", kind: "stretch", name: "Free form", about: "a leaf or split legs, by its volume" },
  ...FEATURE_KINDS.map(({ kind, name, about }): Starter => ({
    key: kind,
    kind: "feature",
    name,
    about,
  })),
];

const scaled = (section: Section, by: number): Section =>
  section.shape === "flat"
    ? { ...section, thickness: section.thickness * by }
    : scaledSection(section, by);

const across = (section: Section) => caliperSizesMm(section)[1];

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
    case "set-down":
      return prism("tenon", scaled(section, 0.6), Math.round(size * 2), "shoulder");
    case "flare":
      return run("flare", scaled(section, 1.35), Math.round(size * 1.5), "upsetting");
    case "upset":
      return prism("head", scaled(section, 1.3), Math.round(size * 1.5), "upsetting");
    case "taper":
      return run(
        "taper",
        scaled(section, 0.25),
        Math.round(size * 7),
        section.shape === "round" ? "round-taper" : "square-taper",
      );
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
  return kindOf({ kind: key }).start({
    id: freeId(thingsOf(bar), key),
    atMm,
    lengthMm: laid.lengthMm,
    sizeMm: across(sectionAt(laid, atMm)),
  }) as Feature;
}
