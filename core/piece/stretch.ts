import { sectionBetween, volumeBetweenMm3 } from "../section/between";
import { sectionAreaMm2, type Section } from "../section/section";
import type { Stretch } from "./piece";

/**
 * Outside volume of a stretch, mm³.
 *
 * @example stretchVolumeMm3({ id: "tip", kind: "transition", from: "point", to: { shape: "square", size: 12 }, length: 90 }) → 4320
 */
export function stretchVolumeMm3(stretch: Stretch): number {
  switch (stretch.kind) {
    case "prism":
      return sectionAreaMm2(stretch.section) * stretch.length;
    case "transition":
      return volumeBetweenMm3(stretch.from, stretch.to, stretch.length);
    case "free":
      return stretch.volume;
  }
}

/** The name a stretch goes by: its own, or its id read aloud ("long-tail" is "Long tail"). */
export function stretchName({ id, name = id }: Pick<Stretch, "id" | "name">): string {
  const said = name === id && JOINED.test(id) ? id.replace(JOINTS, " ").trim() : name;
  return said.charAt(0).toUpperCase() + said.slice(1);
}

const JOINED = /[-_]/;
const JOINTS = /[-_]+/g;

/**
 * The section of a stretch at a fraction of its length. A free form has none of
 * its own; it is drawn as a square of its mean area.
 *
 * @example stretchSection({ id: "a", kind: "free", volume: 1600, length: 16 }, 0.5) → { shape: "square", size: 10 }
 */
export function stretchSection(stretch: Stretch, fraction: number): Section {
  switch (stretch.kind) {
    case "prism":
      return stretch.section;
    case "transition":
      return sectionBetween(stretch.from, stretch.to, fraction);
    case "free":
      return { shape: "square", size: Math.sqrt(stretchVolumeMm3(stretch) / stretch.length) };
  }
}
